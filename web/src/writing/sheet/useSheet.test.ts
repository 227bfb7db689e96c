import { act, renderHook } from "@testing-library/react";
import { expect, test } from "vitest";
import type { Offer } from "../../api";
import type { Draft } from "../useDraft";
import { useSheet } from "./useSheet";

const offer = (what: string): Offer => ({ what, fields: [] }) as unknown as Offer;

test("what closes late closes itself, and not what was opened meanwhile", () => {
  const { result } = renderHook(() => useSheet({} as Draft, () => undefined));
  act(() => result.current.openHead("minutes"));
  const late = result.current.close;
  act(() => result.current.openNew([], offer("Step")));
  act(() => late(false));
  expect(result.current.open).toMatchObject({ kind: "new" });
  act(() => result.current.close(false));
  expect(result.current.open).toBeNull();
  act(() => result.current.openPart([1]));
  const other = result.current.close;
  act(() => result.current.openPart([2]));
  act(() => other(false));
  expect(result.current.open).toEqual({ kind: "part", path: [2] });
});
