import { expect, test, vi } from "vitest";
import { takePrinted } from "./takePrinted";

// the test's own browser has neither
class Carried {
  private text = "";
  setData(_: string, text: string) {
    this.text = text;
  }
  getData() {
    return this.text;
  }
}
class Pasting extends Event {
  readonly clipboardData: DataTransfer;
  constructor(kind: string, init: ClipboardEventInit) {
    super(kind, init);
    this.clipboardData = init.clipboardData as DataTransfer;
  }
}

function heardBy(where: EventTarget, takes: boolean): string[] {
  const heard: string[] = [];
  where.addEventListener("paste", (e) => {
    heard.push((e as ClipboardEvent).clipboardData?.getData("text/plain") ?? "");
    if (takes) e.preventDefault();
  });
  return heard;
}

test("what was printed goes to the step that waits for it, else to the case, and no text box keeps the focus", () => {
  vi.stubGlobal("DataTransfer", Carried);
  vi.stubGlobal("ClipboardEvent", Pasting);
  document.body.innerHTML = '<main class="case"></main><input>';
  const box = document.querySelector("input") as HTMLInputElement;
  const page = heardBy(document.body, false);
  box.focus();
  takePrinted("waiting: 17");
  expect(page).toEqual(["waiting: 17"]);
  expect(document.activeElement).not.toBe(box);
  const step = document.createElement("div");
  step.className = "output-box";
  document.querySelector("main")?.append(step);
  const heard = heardBy(step, true);
  takePrinted("pushed: 17");
  expect(heard).toEqual(["pushed: 17"]);
  vi.unstubAllGlobals();
});
