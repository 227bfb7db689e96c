import { expect, test } from "vitest";
import type { Case } from "../api";
import { render, server, settle } from "../testing/render";
import { kept } from "../look";
import { OffScript } from "./OffScript";
import { useCaseActs } from "./useCaseActs";

const c = { number: 7, notes: [] } as unknown as Case;
function Shown() {
  return <OffScript c={c} acts={useCaseActs(7)} />;
}

async function write(place: HTMLElement, text: string): Promise<void> {
  const box = place.querySelector("textarea");
  Object.getOwnPropertyDescriptor(HTMLTextAreaElement.prototype, "value")?.set?.call(box, text);
  box?.dispatchEvent(new Event("input", { bubbles: true }));
  await settle();
  box?.dispatchEvent(new KeyboardEvent("keydown", { key: "Enter", bubbles: true, cancelable: true }));
  await settle();
}

test("what is done off the script is kept as a step with Enter", async () => {
  const calls = server({ "POST /api/cases/7/notes": c });
  const place = await render(<Shown />);
  await write(place, "pulled the plug");
  expect(calls[0]?.body).toEqual({ text: "pulled the plug", step: true });
  expect(place.querySelector("textarea")?.value).toBe("");
});

test("what was refused stays where it was typed", async () => {
  server({});
  const place = await render(<Shown />);
  await write(place, "not lost");
  expect(place.querySelector("textarea")?.value).toBe("not lost");
  expect(kept("off-script.7", "")).toBe("not lost");
});
