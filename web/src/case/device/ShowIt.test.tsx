import { expect, test } from "vitest";
import { key, render, server } from "../../testing/render";
import { words } from "../../words";
import { ShowIt } from "./ShowIt";

const link = { code: "k4m8", fix: "restart", there: false, until: "2026-11-25T12:00:00Z" };

test("what is shown is taken back with one key", async () => {
  const calls = server({
    "POST /api/cases/7/shown": { code: "k4m8", until: link.until },
    "DELETE /api/cases/7/shown": null,
  });
  let left = 0;
  let told = 0;
  const place = await render(
    <ShowIt n={7} fix="restart" link={link} onOut={() => told++} onLeave={() => left++} />,
  );
  expect(calls).toHaveLength(1);
  expect(calls[0]?.body).toEqual({ fix: "restart" });
  expect(place.textContent).toContain(words.device.code);
  expect(place.querySelector(".address")?.textContent).toBe(`${window.location.origin}/show/k4m8`);
  expect(place.querySelector("svg")).not.toBeNull();
  await key("0");
  expect(calls.at(-1)).toMatchObject({ method: "DELETE", path: "/api/cases/7/shown" });
  expect(left).toBe(1);
  expect(told).toBe(2);
});

test("what cannot be shown says why", async () => {
  server({});
  const place = await render(
    <ShowIt n={7} fix="restart" link={null} onOut={() => undefined} onLeave={() => undefined} />,
  );
  expect(place.textContent).toContain("no POST /api/cases/7/shown");
  expect(place.querySelector("svg")).toBeNull();
});
