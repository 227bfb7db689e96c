import { expect, test } from "vitest";
import { inTurn } from "./inTurn";

test("what is asked for while something is under way begins when that has ended, even badly", async () => {
  const turn = inTurn();
  const said: string[] = [];
  let refuse: (e: Error) => void = () => undefined;
  const first = turn(() => {
    said.push("first");
    return new Promise((_, no) => (refuse = no));
  });
  const second = turn(async () => {
    said.push("second");
    return Promise.resolve(2);
  });
  await Promise.resolve();
  await Promise.resolve();
  expect(said).toEqual(["first"]);
  refuse(new Error("no"));
  await expect(first).rejects.toThrow("no");
  expect(await second).toBe(2);
});
