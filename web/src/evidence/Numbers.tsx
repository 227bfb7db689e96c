import { words } from "../words";

/** The table behind a plot. */
export function Numbers({ head, rows }: { head: string[]; rows: string[][] }) {
  return (
    <details className="numbers">
      <summary className="soft">{words.evidence.desk.table}</summary>
      <table>
        <thead>
          <tr>
            {head.map((h) => (
              <th key={h} scope="col">
                {h}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((r) => (
            <tr key={r[0]}>
              {r.map((cell, i) => (
                <td key={i}>{cell}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </details>
  );
}
