import { expect, test, vi } from "vitest";
import { now, serverSays } from "./clock";

test("the time is the server's, whatever this machine believes", () => {
  vi.useFakeTimers({ toFake: ["Date"], now: Date.parse("2031-01-01T00:00:00Z") });
  serverSays("2026-11-25T09:40:00Z");
  expect(new Date(now()).toISOString()).toBe("2026-11-25T09:40:00.000Z");
  vi.setSystemTime(Date.parse("2031-01-01T00:12:00Z"));
  expect(new Date(now()).toISOString()).toBe("2026-11-25T09:52:00.000Z");
  vi.useRealTimers();
});
