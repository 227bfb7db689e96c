/** Time worked on one fix: only while its case is in view, and not while nobody touches anything. */
import { useCallback, useEffect, useRef } from "react";
import { keep, kept } from "../look";

const IDLE_MS = 5 * 60_000;
const BEAT_MS = 1_000;
const KEEP_EVERY = 5;

/** Adds the time since the last beat if it was worked; a machine that slept has not worked. */
export function worked(beforeMs: number, beatMs: number, inView: boolean, sinceTouchedMs: number): number {
  return inView && sinceTouchedMs < IDLE_MS && beatMs < 10 * BEAT_MS ? beforeMs + beatMs : beforeMs;
}

/**
 * Minutes worked on a fix of a case, to a tenth; the clock runs while the component is shown and the case waits for nobody: waiting is
 * not working.
 */
export function useWorkTime(
  n: number,
  fix: string,
  working: boolean,
): { minutes: () => number; forget: () => void } {
  const key = `time.${n}.${fix}`;
  const ms = useRef(0);
  useEffect(() => {
    ms.current = kept(key, 0);
    let touched = performance.now();
    let last = performance.now();
    let beats = 0;
    const touch = () => (touched = performance.now());
    const timer = setInterval(() => {
      const now = performance.now();
      if (working)
        ms.current = worked(ms.current, now - last, document.visibilityState === "visible", now - touched);
      last = now;
      if (++beats % KEEP_EVERY === 0) keep(key, ms.current);
    }, BEAT_MS);
    window.addEventListener("keydown", touch);
    window.addEventListener("pointerdown", touch);
    return () => {
      clearInterval(timer);
      keep(key, ms.current);
      window.removeEventListener("keydown", touch);
      window.removeEventListener("pointerdown", touch);
    };
  }, [key, working]);
  return {
    minutes: useCallback(() => Math.round(ms.current / 6_000) / 10, []),
    forget: useCallback(() => {
      ms.current = 0;
      keep(key, null);
    }, [key]),
  };
}
