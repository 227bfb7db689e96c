/** What is being taken in: the field of the frame and the page behind it write the same draft. */
import { createContext, useContext, useMemo, useRef } from "react";
import { useKept } from "../look";

export interface TakingIn {
  text: string;
  product: string;
  version: string;
  phase: string;
  device: string;
  requester: string;
  reference: string;
  /** What looks like a secret and is none, as the agent has seen. */
  unmasked: string[];
  /** Words that it does not say: the caller was asked. */
  denied: string[];
  /** The device of the practice call that it is about, and what was said; empty texts if it is a real one. */
  call: string;
  says: string;
}

export const NOTHING_TAKEN: TakingIn = {
  text: "",
  product: "",
  version: "",
  phase: "",
  device: "",
  requester: "",
  reference: "",
  unmasked: [],
  denied: [],
  call: "",
  says: "",
};

/** Another text, about the same practice call if there is one: what is tried for practice never becomes a real case by a paste. */
export function anotherText(draft: TakingIn, text: string): TakingIn {
  const of =
    draft.call === ""
      ? NOTHING_TAKEN
      : { ...NOTHING_TAKEN, call: draft.call, says: draft.says, device: draft.device };
  return { ...of, text };
}

export interface Drafting {
  draft: TakingIn;
  change: (next: Partial<TakingIn>) => void;
  /** Puts a text below what stands there by then, for what comes while somebody types. */
  below: (text: string) => void;
  /** Takes in what a practice call says; what was half typed for somebody else waits until that is cleared. */
  practise: (call: Partial<TakingIn>) => void;
  /** Nothing is taken in any more; after a practice call, what was half typed before it. */
  clear: () => void;
}

export interface TakingInState extends Drafting {
  /** Counts pastes: after one the focus goes to the candidates. */
  pastes: number;
  pasted: () => void;
}

export const TakingInDraft = createContext<TakingInState | null>(null);

export function useTakingIn(): TakingInState {
  const state = useContext(TakingInDraft);
  if (state === null) throw new Error("useTakingIn needs the Frame around it");
  return state;
}

/** The draft as it is kept in this browser. */
export function useTakingInDraft(): Drafting {
  const [kept, setKept] = useKept<TakingIn>("taking-in", NOTHING_TAKEN);
  const [aside, setAside] = useKept<TakingIn>("taking-in-aside", NOTHING_TAKEN);
  const draft = useMemo(() => ({ ...NOTHING_TAKEN, ...kept }), [kept]); // one kept by an earlier version may lack a part
  const latest = useRef(draft);
  return useMemo(() => {
    const set = (next: TakingIn) => {
      latest.current = next;
      setKept(next);
    };
    return {
      draft,
      change: (next) => set({ ...latest.current, ...next }),
      below: (text) =>
        set({ ...latest.current, text: [latest.current.text, text].filter((t) => t !== "").join("\n") }),
      practise: (call) => {
        // one call after another: what waits is still what was typed before the first
        if (latest.current.call === "") setAside(latest.current);
        set({ ...NOTHING_TAKEN, ...call });
      },
      clear: () => {
        set(latest.current.call === "" ? NOTHING_TAKEN : { ...NOTHING_TAKEN, ...aside });
        setAside(NOTHING_TAKEN);
      },
    };
  }, [draft, setKept, aside, setAside]);
}

/** Lines of a text, as people count them. */
export function lineCount(text: string): number {
  return text.trim() === "" ? 0 : text.trim().split("\n").length;
}
