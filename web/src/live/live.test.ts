import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { onLive } from "./live";

class Stream extends EventTarget {
  static open: Stream[] = [];
  closed = false;
  constructor(readonly address: string) {
    super();
    Stream.open.push(this);
  }
  close() {
    this.closed = true;
  }
  tell(kind: string, data: unknown) {
    this.dispatchEvent(new MessageEvent(kind, { data: JSON.stringify(data) }));
  }
}

beforeEach(() => {
  Stream.open = [];
  vi.stubGlobal("EventSource", Stream);
});
afterEach(() => {
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
});

test("all listeners share one stream, and it is closed behind the last", () => {
  const heard: string[] = [];
  const stopA = onLive("case", (d) => heard.push(`a${JSON.stringify(d)}`));
  const stopB = onLive("case", (d) => heard.push(`b${JSON.stringify(d)}`));
  const stopC = onLive("scan", () => heard.push("c"));
  expect(Stream.open).toHaveLength(1);
  Stream.open[0]?.tell("case", { number: 7 });
  expect(heard).toEqual(['a{"number":7}', 'b{"number":7}']);
  stopA();
  Stream.open[0]?.tell("case", { number: 8 });
  expect(heard.slice(2)).toEqual(['b{"number":8}']);
  stopB();
  Stream.open[0]?.tell("case", { number: 9 });
  Stream.open[0]?.tell("scan", {});
  expect(heard.slice(3)).toEqual(["c"]);
  expect(Stream.open[0]?.closed).toBe(false);
  stopC();
  expect(Stream.open[0]?.closed).toBe(true);
  onLive("case", () => undefined)();
  expect(Stream.open).toHaveLength(2);
});

const seen = (hidden: boolean) => {
  vi.spyOn(document, "hidden", "get").mockReturnValue(hidden);
  document.dispatchEvent(new Event("visibilitychange"));
};

test("a page that is not seen holds no line to the server, and listens again when it is", () => {
  const heard: unknown[] = [];
  const stop = onLive("case", (d) => heard.push(d));
  seen(true);
  expect(Stream.open[0]?.closed).toBe(true);
  const stopLater = onLive("scan", () => undefined);
  expect(Stream.open).toHaveLength(1);
  seen(false);
  expect(Stream.open).toHaveLength(2);
  Stream.open[1]?.tell("case", { number: 7 });
  expect(heard).toEqual([{ number: 7 }]);
  stop();
  stopLater();
  expect(Stream.open[1]?.closed).toBe(true);
  seen(false);
  expect(Stream.open).toHaveLength(2);
});

test("of a case that is looked at each change is asked for, and of no other", () => {
  const heard: unknown[] = [];
  const stopDesk = onLive("cases", (d) => heard.push(d));
  const last = () => Stream.open[Stream.open.length - 1];
  expect(last()?.address).toBe("/api/live");
  const stopA = onLive("case", (d) => heard.push(d), 7);
  expect(Stream.open[0]?.closed).toBe(true);
  expect(last()?.address).toBe("/api/live?case=7");
  const stopB = onLive("case", (d) => heard.push(d), 7);
  expect(Stream.open).toHaveLength(2);
  last()?.tell("cases", { count: 3 });
  expect(heard).toEqual([{ count: 3 }]);
  stopA();
  expect(Stream.open).toHaveLength(2);
  stopB();
  expect(last()?.address).toBe("/api/live");
  stopDesk();
  expect(last()?.closed).toBe(true);
});

test("without a stream nothing is heard and nothing breaks", () => {
  vi.stubGlobal("EventSource", undefined);
  expect(() => onLive("case", () => undefined)()).not.toThrow();
});
