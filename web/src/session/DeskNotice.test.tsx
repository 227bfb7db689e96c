import { expect, test } from "vitest";
import { render } from "../testing/render";
import { words } from "../words";
import { DeskNotice } from "./DeskNotice";

test("says nothing while all is well, and at once when something is wrong", async () => {
  const well = await render(<DeskNotice desk={{ trouble: "none", sentence: "" }} />);
  expect(well.textContent).toBe("");
  const full = await render(<DeskNotice desk={{ trouble: "full", sentence: "in the server's words" }} />);
  expect(full.querySelector('[role="alert"]')?.textContent).toBe(words.trouble.full);
});
