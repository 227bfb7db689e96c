import { screen, within } from "@testing-library/react";
import { expect, test } from "vitest";
import type { ErrorSheet, FixEvidence, FixSheet } from "../api";
import { click, render } from "../testing/render";
import { EvidenceBeside } from "./Evidence";
import { ErrorSheetView, FixSheetView } from "./Sheets";

const tryLine = (
  fix: string,
  more: Partial<ErrorSheet["tries"][number]> = {},
): ErrorSheet["tries"][number] => ({
  fix,
  title: `Title of ${fix}`,
  when: "",
  after: [],
  together: [],
  lastResort: false,
  with: {},
  published: true,
  minutes: 4,
  risk: "safe",
  workaround: false,
  needs: [],
  ...more,
});
const sheet: ErrorSheet = {
  key: "till-full",
  title: "Till full",
  phases: ["update"],
  products: ["Purserdesk"],
  firstAid: false,
  intro: "It is *full*.",
  signatures: [
    { kind: "code", text: "PD-4012" },
    { kind: "symptom", text: "the bar stops" },
  ],
  samples: ["Not enough room"],
  confusions: [],
  questions: [
    { text: "Is it wet?", sets: "wet", choices: ["yes", "no"], minutes: 1, run: "", reads: [], how: "" },
  ],
  tries: [
    tryLine("empty", {
      needs: ["Local administrator"],
      when: "the image release of the device is at least 7.0",
    }),
    tryLine("reimage", { risk: "destroys", lastResort: true, published: false }),
  ],
  ruledOut: [{ fix: "driver", title: "Reinstall the driver", reason: "it has nothing to do with it" }],
  verify: [
    { text: "Run the update again.", required: "no message", otherwise: "", decides: true, limitation: "" },
  ],
  revision: 3,
};

const headings = () => screen.getAllByRole("heading", { level: 2 }).map((h) => h.textContent);

test("a known error reads as a sheet: recognise, ask, try, ruled out, verify", async () => {
  const place = await render(
    <ErrorSheetView sheet={sheet} beside={(fix) => <i>{`evidence of ${fix}`}</i>} />,
  );
  expect(headings()).toEqual(["Recognise", "Ask", "Try", "Ruled out", "Verify"]);
  expect(screen.getByText("full").tagName).toBe("EM");
  expect(place.textContent).toContain("evidence of reimage");
  expect(place.textContent).toContain("when the image release of the device is at least 7.0");
  expect(screen.getByText(/destroys data/).className).toContain("risk");
  expect(place.textContent).toContain("not published");
});

test("first aid has nothing to recognise", async () => {
  await render(<ErrorSheetView sheet={{ ...sheet, firstAid: true, questions: [], ruledOut: [] }} />);
  expect(headings()).toEqual(["Try", "Verify"]);
});

test("a fix shows its steps with everything that belongs to them", async () => {
  const fix: FixSheet = {
    key: "empty",
    title: "Empty",
    workaround: true,
    minutes: 4,
    risk: "weakens",
    needs: ["Local administrator"],
    parameters: { area: "path" },
    discouraged: "",
    intro: "",
    sideEffects: ["downloads everything again"],
    told: { reversible: true, keepsData: false, offline: false, affects: "the pier" },
    steps: [
      {
        title: "Stop the helper",
        prose: "",
        fences: [{ language: "sh", text: "tillctl stop {area}" }],
        expect: ["`stopped`"],
        captures: ["way it started"],
        cautions: ["leave keep.lock"],
        putBacks: [{ keyword: "start it", text: "tillctl start --type {was}" }],
        notes: [],
        minutes: 0,
        restartMinutes: 5,
        doneWhen: "the page is back",
        destroys: "",
        withheld: false,
        runs: "",
      },
    ],
    usedBy: [{ key: "till-full", title: "Till full" }],
    revision: 1,
  };
  const place = await render(<FixSheetView sheet={fix} />);
  for (const said of [
    "workaround",
    "weakens a protection",
    "area: path",
    "tillctl stop {area}",
    "leave keep.lock",
    "to put back later",
    "about 5 min",
    "the page is back",
  ]) {
    expect(place.textContent).toContain(said);
  }
  expect(screen.getByRole("link").getAttribute("href")).toBe("/library/errors/till-full");
});

const evidence: FixEvidence = {
  key: "empty",
  title: "Empty",
  tried: 64,
  worked: 43,
  held: 41,
  triedFirst: 20,
  workedFirst: 15,
  together: 0,
  credit: 0,
  chance: 0.62,
  low: 0.52,
  high: 0.71,
  minutes: 5.4,
  byMonth: [{ month: "2026-03", tried: 9, held: 7, low: 0.2, high: 0.9 }],
  caseNumbers: [12, 19],
  share: 0.64,
  shareLow: 0.56,
  shareHigh: 0.71,
  authoredMinutes: 4,
  change: null,
  ruleOut: false,
  afterRestart: null,
};

test("evidence is a bar and a few words; pressed, the counts, the months and the cases behind it", async () => {
  const place = await render(<EvidenceBeside e={evidence} />);
  expect(place.textContent).toContain("about 6 in 10 · 5.4 min");
  expect(place.textContent).not.toContain("2026-03");
  await click(screen.getByRole("button"));
  expect(place.textContent).toContain("41 of 64");
  expect(place.textContent).toContain("plausibly 52 % to 71 %");
  expect(screen.getByRole("link", { name: "19" }).getAttribute("href")).toBe("/case/19");
});

test("what was never tried says so, and little evidence has no range", async () => {
  expect((await render(<EvidenceBeside e={undefined} />)).textContent).toBe("never tried yet");
  const little = await render(<EvidenceBeside e={{ ...evidence, low: null, high: null }} />);
  await click(within(little).getByRole("button"));
  expect(little.textContent).toContain("little evidence");
});
