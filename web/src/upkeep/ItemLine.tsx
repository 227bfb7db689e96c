import { useQuery } from "@tanstack/react-query";
import { Input, Select } from "antd";
import { useState } from "react";
import { Link } from "react-router";
import type { UpkeepItem, UpkeepMark } from "../api";
import { intoView, Key, KeyButton, useKept } from "../look";
import { words } from "../words";
import { ownersQuery } from "./api";
import { figuresOf, givenTo, mendedAt } from "./upkeepState";

const t = words.upkeep;

/** Something to look after: what and why; of the chosen one also who has it, until when, and what can be done with it. */
export function ItemLine(p: {
  item: UpkeepItem;
  chosen: boolean;
  onChoose: () => void;
  onTake: () => void;
  onSnooze: () => void;
  onMark: (change: Partial<UpkeepMark>) => void;
}) {
  const { item: i } = p;
  return (
    <li
      className={p.chosen ? "chosen" : undefined}
      ref={p.chosen ? intoView : undefined}
      onClick={p.onChoose}
    >
      <div className="upkeep-told">
        <Link to={mendedAt(i)}>{i.title}</Link>
        <span className="upkeep-who">
          {i.ownerName !== null && <span>{t.has(i.ownerName, i.mine)}</span>}
          {i.due !== null && (
            <span className={i.overdue ? "late" : "soft"}>
              {t.dueOf(i.due)}
              {i.overdue && `, ${t.overdue}`}
            </span>
          )}
          {i.snoozed !== null && <span className="soft">{t.snoozedUntil(i.snoozed)}</span>}
        </span>
        <p>
          {i.why} {p.chosen && i.remedy && <span className="soft">{i.remedy}</span>}
        </p>
        {i.note && !p.chosen && <p className="soft">{i.note}</p>}
      </div>
      {p.chosen && <Acts {...p} />}
    </li>
  );
}

function Acts({ item: i, onTake, onSnooze, onMark }: Parameters<typeof ItemLine>[0]) {
  const [note, setNote] = useKept(`upkeep-note.${i.item}`, i.note);
  const [giving, setGiving] = useState(false);
  const { data: readers } = useQuery({ ...ownersQuery, enabled: giving });
  const [due, setDue] = useState(i.due ?? "");
  const keepDue = () => (due || null) !== i.due && onMark({ due: due || null });
  const figures = figuresOf(i);
  return (
    <div className="upkeep-acts">
      <span>
        <Key k="↵" /> <Link to={mendedAt(i)}>{t.mend}</Link>
      </span>
      <KeyButton k="t" onPress={onTake}>
        {i.mine ? t.leave : t.take}
      </KeyButton>
      <KeyButton k="s" onPress={onSnooze}>
        {i.snoozed === null ? t.snooze : t.wake}
      </KeyButton>
      <label>
        {t.due}{" "}
        <input
          type="date"
          value={due}
          onChange={(e) => setDue(e.target.value)}
          // a year that is half typed is a day too, of long ago
          onBlur={keepDue}
          onKeyDown={(e) => e.key === "Enter" && keepDue()}
        />
      </label>
      <Select
        className="upkeep-owner"
        aria-label={t.give}
        placeholder={t.give}
        allowClear
        value={i.owner ?? undefined}
        onOpenChange={setGiving}
        onChange={(login?: string) => onMark({ owner: login ?? null })}
        options={givenTo(i, readers ?? [])}
      />
      {figures && <Link to={figures}>{t.figures}</Link>}
      <Input
        aria-label={t.notePlace}
        placeholder={t.notePlace}
        maxLength={500}
        value={note}
        onChange={(e) => setNote(e.target.value)}
        onBlur={() => note !== i.note && onMark({ note })}
        onPressEnter={() => note !== i.note && onMark({ note })}
      />
    </div>
  );
}
