import { Modal } from "antd";
import { useState } from "react";
import { Key, liveKeys, singleKeysOff } from "../look";
import { words } from "../words";

const KEY_NAMES: Record<string, string> = { ArrowDown: "↓", ArrowUp: "↑", Escape: "Esc" };

/** Every key that is alive here and now. */
export function KeysHelp({ onClose }: { onClose: () => void }) {
  const [groups] = useState(() =>
    liveKeys().map((g) => ({ ...g, acts: g.acts.filter((a) => a.alive !== false) })),
  );
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
