import { expect, test } from "vitest";
import type { DeviceAnswer } from "../../api";
import { key, render } from "../../testing/render";
import { words } from "../../words";
import { FromDevice, Presence } from "./FromDevice";

const m = words.device;

const came = (more: Partial<DeviceAnswer>): DeviceAnswer => ({
  id: 1,
  kind: "done",
  step: 2,
  item: null,
  title: "Look at the disks",
  question: "",
  text: "",
  marks: [],
  read: [],
  sameTarget: null,
  at: "2026-11-25T09:40:00Z",
  ...more,
});

async function shown(answers: DeviceAnswer[], done = true) {
  const settled: [number, boolean, number | undefined][] = [];
  const place = await render(
    <FromDevice
      n={7}
      answers={answers}
      at={2}
      minutes={() => 3.5}
      onSettle={(id, take, minutes) => {
        settled.push([id, take, minutes]);
        return Promise.resolve(done);
      }}
    />,
  );
  return { place, settled };
}

test("what the device shows is seen with what is read out of it, and taken with one key, once", async () => {
  const { place, settled } = await shown([
    came({
      kind: "output",
      text: "room 12 GB",
      marks: [{ from: 5, to: 10, title: "room on the disk" }],
      read: ["room on the disk: 12 GB"],
    }),
    came({ id: 2 }),
  ]);
  expect(place.querySelector(".drawn-value")?.textContent).toBe("12 GB");
  expect(place.textContent).toContain("room on the disk: 12 GB");
  expect(place.textContent).toContain(m.more(1));
  await key("y");
  await key("y");
  expect(settled).toEqual([[1, true, undefined]]);
});

test("what was refused can be taken again", async () => {
  const { settled } = await shown([came({})], false);
  await key("y");
  await key("y");
  expect(settled).toHaveLength(2);
});

test("another target than was read is not taken, only left out", async () => {
  const { place, settled } = await shown([came({ kind: "target", sameTarget: false })]);
  expect(place.textContent).toContain(m.otherTarget);
  await key("y");
  expect(settled).toEqual([]);
  await key("{Delete}");
  expect(settled).toEqual([[1, false, undefined]]);
});

test("the same target opens the step, and says that the data is safe", async () => {
  const { place } = await shown([came({ kind: "target", sameTarget: true })]);
  expect(place.textContent).toContain(m.sameTarget);
  expect(place.textContent).toContain(m.take.target);
});

test("an answer that ends the fix brings the minutes along", async () => {
  const { place, settled } = await shown([came({ kind: "works", step: 9, title: "" })]);
  expect(place.textContent).toContain(m.says.works);
  await key("y");
  expect(settled).toEqual([[1, true, 3.5]]);
});

test("an answer of a step that is behind says which", async () => {
  const { place } = await shown([
    came({
      kind: "answer",
      step: 0,
      title: "Ask",
      question: "Does it hum?",
      text: "dont-know",
      item: "moon",
    }),
  ]);
  expect(place.textContent).toContain(m.about(1, "Ask"));
  expect(place.textContent).toContain(m.item("moon"));
  expect(place.textContent).toContain(`Does it hum? ${m.dontKnow}`);
});

test("words that are markup stay words, and a picture comes from the case", async () => {
  const { place } = await shown([came({ kind: "other", text: "<img src=x onerror=alert(1)>" })]);
  expect(place.querySelector("img")).toBeNull();
  expect(place.textContent).toContain("onerror");
  const picture = await shown([came({ kind: "picture", id: 31 })]);
  expect(picture.place.querySelector("img")?.getAttribute("src")).toBe("/api/cases/7/shown/31/picture");
});

test("who is there is told, and nothing while nothing is out", async () => {
  const link = { code: "k4m8", fix: "restart", there: true, until: "2026-11-25T12:00:00Z" };
  expect((await render(<Presence link={link} />)).textContent).toContain(m.there);
  expect((await render(<Presence link={{ ...link, there: false }} />)).textContent).toContain(m.notThere);
  expect((await render(<Presence link={null} />)).textContent).toBe("");
});
