/** What is being taken in: the field of the frame and the page behind it write the same draft. */
import { createContext, useContext } from "react";

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

export interface TakingInState {
  draft: TakingIn;
  change: (next: Partial<TakingIn>) => void;
  clear: () => void;
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

/** Lines of a text, as people count them. */
export function lineCount(text: string): number {
  return text.trim() === "" ? 0 : text.trim().split("\n").length;
}
