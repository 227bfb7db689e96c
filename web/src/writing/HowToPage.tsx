import { Prose } from "../look";
import guide from "../../../docs/writing.md?raw";
import "./writing.css";

/** The guide without what leads to the other documents, which lie in the folder alone. */
const HERE = guide.replace(/\nEverything the language has:.*$/s, "");

/** How to write a good runbook in ten minutes: the desk's copy of the guide, reachable from where one writes. */
export default function HowToPage() {
  return (
    <main className="page how-to">
      <Prose text={HERE} />
    </main>
  );
}
