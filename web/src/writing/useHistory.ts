/** The texts before and after the one that stands there, for undo and redo over every view of a document. */
import { useCallback, useState } from "react";

const MOST = 200;
/** Changes of the same kind this close to each other are taken back together. */
const TOGETHER_MS = 1_500;

interface Kept {
  past: string[];
  future: string[];
  last: { kind: string; at: number } | null;
}

export interface History {
  /** Notes the text that a change is about to replace. */
  note: (before: string, kind: string, at: number) => void;
  /** The text before; null if there is none. */
  back: (current: string) => string | null;
  forth: (current: string) => string | null;
  canGoBack: boolean;
  canGoForth: boolean;
}

export function useHistory(): History {
  const [kept, setKept] = useState<Kept>({ past: [], future: [], last: null });
  const note = useCallback((before: string, kind: string, at: number) => {
    setKept((k) => {
      const joined = k.last !== null && k.last.kind === kind && at - k.last.at < TOGETHER_MS;
      return {
        past: joined ? k.past : [...k.past, before].slice(-MOST),
        future: [],
        last: { kind, at },
      };
    });
  }, []);
  const back = (current: string) => {
    const before = kept.past.at(-1);
    if (before === undefined) return null;
    setKept({ past: kept.past.slice(0, -1), future: [...kept.future, current], last: null });
    return before;
  };
  const forth = (current: string) => {
    const after = kept.future.at(-1);
    if (after === undefined) return null;
    setKept({ past: [...kept.past, current], future: kept.future.slice(0, -1), last: null });
    return after;
  };
  return { note, back, forth, canGoBack: kept.past.length > 0, canGoForth: kept.future.length > 0 };
}
