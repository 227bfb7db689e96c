import { expect, test } from "vitest";
import { render } from "../testing/render";
import { words } from "../words";
import { MendingCurve, MiniSeam, OutcomeMark, StitchBar } from "./marks";
import { MarksPage } from "./MarksPage";

test("every outcome has a shape of its own and says its word", async () => {
  const shapes = new Map<string, string>();
  for (const outcome of [
    "worked",
    "no-change",
    "different-error",
    "made-worse",
    "could-not-apply",
    "not-retested",
    "",
  ]) {
    const place = await render(<OutcomeMark outcome={outcome} />);
    const svg = place.querySelector("svg");
    expect(svg?.getAttribute("aria-label")).toContain(words.outcomes[outcome]);
    svg?.querySelector("title")?.remove();
    shapes.set(svg?.innerHTML ?? "", outcome);
  }
  expect(shapes.size).toBe(7);
});

test("a bar without an estimate has no line and no cross, one with a range has both", async () => {
  const none = await render(<StitchBar chance={null} low={null} high={null} says="none yet" />);
  expect(none.querySelectorAll(".thread")).toHaveLength(0);
  const firm = await render(
    <StitchBar chance={0.6} low={0.4} high={0.7} worked={6} tried={10} says="about 6 in 10" />,
  );
  expect(firm.querySelectorAll(".thread")).toHaveLength(2);
  expect(firm.querySelectorAll(".tick")).toHaveLength(10);
  expect(firm.querySelectorAll(".tick.held")).toHaveLength(6);
  expect(firm.querySelector("svg")?.getAttribute("aria-label")).toBe("about 6 in 10");
});

test("the curve tells its numbers to those who do not see it, and is not drawn from nothing", async () => {
  const drawn = await render(
    <MendingCurve
      points={[
        { key: "a", minutes: 6, solved: 0.5 },
        { key: "b", minutes: 20, solved: 0.8 },
      ]}
      handOverAfter={1}
    />,
  );
  expect(drawn.querySelector("svg")?.getAttribute("aria-label")).toContain("20 min 80 %");
  expect(drawn.textContent).toContain(words.case.handOverFrom);
  const empty = await render(<MendingCurve points={[]} handOverAfter={null} />);
  expect(empty.querySelector("svg")).toBeNull();
});

test("a seam in one line shows the last six outcomes and what is still pricked", async () => {
  const place = await render(
    <MiniSeam outcomes={Array.from({ length: 9 }, () => "no-change")} planned={2} />,
  );
  expect(place.querySelectorAll("svg")).toHaveLength(8);
});

test("the page of marks shows all of them", async () => {
  const place = await render(<MarksPage />);
  for (const stitch of ["tied off", "loose end", "new tear", "snag", "dropped stitch"]) {
    expect(place.textContent).toContain(stitch);
  }
});
