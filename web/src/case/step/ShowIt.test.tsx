import { expect, test } from "vitest";
import { key, render, server } from "../../testing/render";
import { words } from "../../words";
import { ShowIt } from "./ShowIt";

test("what is shown is taken back with one key", async () => {
  const calls = server({
    "POST /api/cases/7/shown": { code: "k4m8", until: "2026-11-25T12:00:00Z" },
    "DELETE /api/cases/7/shown": null,
  });
  let left = 0;
  const place = await render(<ShowIt n={7} fix="restart" onLeave={() => left++} />);
  expect(place.textContent).toContain(words.case.shownCode);
  expect(place.querySelector(".address")?.textContent).toBe(`${window.location.origin}/show/k4m8`);
  expect(place.querySelector("svg")).not.toBeNull();
  await key("0");
  expect(calls.at(-1)).toMatchObject({ method: "DELETE", path: "/api/cases/7/shown" });
  expect(left).toBe(1);
});
