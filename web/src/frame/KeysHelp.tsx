import { Modal } from "antd";
import { useState } from "react";
import { Key, type KeyAct, liveKeys, singleKeysOff } from "../look";
import { words } from "../words";

const KEY_NAMES: Record<string, string> = {
  ArrowDown: "↓",
  ArrowUp: "↑",
  Escape: "Esc",
  Enter: "↵",
  " ": "␣",
};

/** The keys that are alive, by what they belong to: none twice, since the innermost is the one that answers, and no heading without a key. */
function aliveNow(): { title: string; acts: KeyAct[] }[] {
  const byTitle = new Map<string, KeyAct[]>();
  const seen = new Set<string>();
  for (const g of liveKeys())
    for (const a of g.acts) {
      if (a.alive === false || a.says === "" || seen.has(a.key)) continue;
      seen.add(a.key);
      byTitle.set(g.title, [...(byTitle.get(g.title) ?? []), a]);
    }
  return [...byTitle].map(([title, acts]) => ({ title, acts }));
}

/** Every key that is alive here and now. */
export function KeysHelp({ onClose }: { onClose: () => void }) {
  const [groups] = useState(aliveNow);
  return (
    <Modal open title={words.keys.title} footer={null} onCancel={onClose}>
      <p className="soft">{singleKeysOff() ? words.keys.off : words.keys.hint}</p>
      {groups.map((g) => (
        <section key={g.title} className="keys-group">
          <h3>{g.title}</h3>
          <ul>
            {g.acts.map((a) => (
              <li key={a.key}>
                <Key k={KEY_NAMES[a.key] ?? a.key} /> {a.says}
              </li>
            ))}
          </ul>
        </section>
      ))}
    </Modal>
  );
}
