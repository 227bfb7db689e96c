import { words } from "../words";
import { MendingCurve, OutcomeMark, Sign, StitchBar } from "./marks";

const OUTCOMES = [
  "worked",
  "no-change",
  "different-error",
  "made-worse",
  "could-not-apply",
  "not-retested",
  "",
];
const BARS: [number | null, number | null, number | null, number, number][] = [
  [0.83, null, null, 3, 3],
  [0.89, 0.87, 0.92, 180, 200],
  [0.33, 0.23, 0.44, 11, 34],
  [null, null, null, 0, 0],
];

/** Every mark with its word, to learn them and to look at them after a change. */
export function MarksPage() {
  return (
    <main className="page marks-page">
      <h1>
        <Sign size={34} /> {words.marks.title}
      </h1>
      <p className="soft">{words.marks.text}</p>
      <h2>{words.marks.outcomes}</h2>
      <ul className="marks-row">
        {OUTCOMES.map((o) => (
          <li key={o}>
            <OutcomeMark outcome={o} size={44} />
            <b>{words.stitches[o]}</b>
            <span className="soft">{o === "" ? words.marks.needle : words.outcomes[o]}</span>
          </li>
        ))}
        <li>
          <OutcomeMark outcome="planned" size={44} />
          <b>{words.marks.planned}</b>
        </li>
      </ul>
      <h2>{words.marks.bars}</h2>
      <ul className="marks-bars">
        {BARS.map(([chance, low, high, worked, tried], i) => (
          <li key={i}>
            <StitchBar
              chance={chance}
              low={low}
              high={high}
              worked={worked}
              tried={tried}
              says={words.marks.barText[i] ?? ""}
            />
            <span>{words.marks.barText[i]}</span>
          </li>
        ))}
      </ul>
      <h2>{words.marks.curve}</h2>
      <MendingCurve
        points={[
          { key: "a", minutes: 6, solved: 0.57 },
          { key: "b", minutes: 15, solved: 0.72 },
          { key: "c", minutes: 34, solved: 0.83 },
          { key: "d", minutes: 90, solved: 0.95 },
        ]}
        handOverAfter={3}
      />
      <h2>{words.marks.recognised}</h2>
      <p className="mono drawn">
        <span className="drawn-message">not enough room in</span>{" "}
        <span className="drawn-value">/var/stage</span> <span className="drawn-code">PD-4012</span>
      </p>
      <p className="risk">{words.marks.risk}</p>
    </main>
  );
}
