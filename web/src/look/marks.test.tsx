import { screen, within } from "@testing-library/react";
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
    const svg = within(place).getByRole("img");
    expect(svg.getAttribute("aria-label")).toContain(words.outcomes[outcome]);
    svg.querySelector("title")?.remove();
    shapes.set(svg.innerHTML, outcome);
  }
  expect(shapes.size).toBe(7);
});

test("a bar without an estimate has no line and no cross, one with a range has both", async () => {
  const none = await render(<StitchBar chance={null} low={null} high={null} says="none yet" />);
  expect(none.getElementsByClassName("thread")).toHaveLength(0);
  const firm = await render(
    <StitchBar chance={0.6} low={0.4} high={0.7} worked={6} tried={10} says="about 6 in 10" />,
  );
  expect(firm.getElementsByClassName("thread")).toHaveLength(2);
  expect(firm.getElementsByClassName("tick")).toHaveLength(10);
  expect(firm.getElementsByClassName("tick held")).toHaveLength(6);
  expect(screen.getAllByRole("img", { name: "about 6 in 10" })).toHaveLength(1);
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
  expect(screen.getByRole("img").getAttribute("aria-label")).toContain("20 min 80 %");
  expect(drawn.textContent).toContain(words.case.handOverFrom);
  const empty = await render(<MendingCurve points={[]} handOverAfter={null} />);
  expect(within(empty).queryByRole("img")).toBeNull();
});

test("a seam in one line shows the last six outcomes and what is still pricked", async () => {
  const place = await render(
    <MiniSeam outcomes={Array.from({ length: 9 }, () => "no-change")} planned={2} />,
  );
  expect(place.getElementsByTagName("svg")).toHaveLength(8);
});

test("the page of marks shows all of them", async () => {
  const place = await render(<MarksPage />);
  for (const stitch of ["tied off", "loose end", "new tear", "snag", "dropped stitch"]) {
    expect(place.textContent).toContain(stitch);
  }
});
