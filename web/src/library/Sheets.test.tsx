import { screen, within } from "@testing-library/react";
import { expect, test } from "vitest";
import type { ErrorSheet, FixEvidence, FixSheet, PartLine } from "../api";
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
const part = (kind: string, label: string, text: string): PartLine => ({
  kind,
  label,
  text,
  index: -1,
  below: [],
});
const item = (index: number, ...below: PartLine[]): PartLine => ({
  kind: "item",
  label: "",
  text: "",
  index,
  below,
});
const sheet: ErrorSheet = {
  key: "till-full",
  title: "Till full",
  phases: ["update"],
  products: ["Purserdesk"],
  firstAid: false,
  sections: [
    { title: "", parts: [part("words", "", "It is *full*.")] },
    {
      title: "Recognise",
      parts: [
        part("shown", "Code", "PD-4012"),
        part("words", "", "- Warning: the code alone says little"),
        part("said", "Symptom", "the bar stops"),
        part("shown", "Sample", "Not enough room"),
      ],
    },
    { title: "Ask", parts: [item(0, part("said", "Choices", "yes, no"))] },
    { title: "Background", parts: [part("words", "", "It began in March.")] },
    {
      title: "Try",
      parts: [
        item(0, part("said", "When", "the image release of the device is at least 7.0")),
        part("words", "", "If that does not help:"),
        item(1, part("said", "Last resort", "")),
      ],
    },
    { title: "Ruled out", parts: [item(0)] },
    { title: "Verify", parts: [item(0, part("said", "Required", "no message"))] },
  ],
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

test("a known error reads as a sheet, everything in the place where it was written", async () => {
  const place = await render(
    <ErrorSheetView sheet={sheet} beside={(fix) => <i>{`evidence of ${fix}`}</i>} />,
  );
  expect(headings()).toEqual(["Recognise", "Ask", "Background", "Try", "Ruled out", "Verify"]);
  expect(screen.getByText("full").tagName).toBe("EM");
  const said = [
    "It is full.",
    "PD-4012",
    "Warning: the code alone says little",
    "the bar stops",
    "as seen",
    "Is it wet?",
    "answers",
    "yes, no",
    "It began in March.",
    "Title of empty",
    "when",
    "the image release of the device is at least 7.0",
    "evidence of empty",
    "If that does not help:",
    "Title of reimage",
    "not published",
    "last resort",
    "evidence of reimage",
    "Reinstall the driver",
    "Run the update again.",
    "must show",
    "no message",
  ];
  let at = 0;
  for (const s of said) {
    const found = place.textContent.indexOf(s, at);
    expect(found, s).toBeGreaterThanOrEqual(at);
    at = found;
  }
  expect(screen.getByText(/destroys data/).className).toContain("risk");
});

test("items that go on behind a word between them go on counting", async () => {
  const place = await render(<ErrorSheetView sheet={sheet} />);
  expect([...place.querySelectorAll("ol.tries")].map((o) => o.getAttribute("start"))).toEqual(["1", "2"]);
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
    parts: [part("said", "Side effect", "downloads everything again")],
    told: { reversible: true, keepsData: false, offline: false, affects: "the pier" },
    steps: [
      {
        title: "Stop the helper",
        parts: [
          part("words", "", "1. Look.\n2. Then:"),
          part("command", "sh", "tillctl stop {area}"),
          part("said", "Expect", "`stopped`"),
          part("said", "Capture", "way it started"),
          part("caution", "Caution", "leave keep.lock"),
          part("said", "Put back", "start it, `tillctl start --type {was}`"),
          part("said", "Restart", "5 min"),
          part("said", "Done when", "the page is back"),
        ],
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
    "downloads everything again",
    "Look.",
    "tillctl stop {area}",
    "leave keep.lock",
    "to put back later",
    "5 min",
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
