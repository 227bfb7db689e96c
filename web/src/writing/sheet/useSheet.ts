/** What is open in the sheet of a document, and how what is typed there goes into its text. */
import { useRef, useState } from "react";
import type { Edit, Offer, Outline, OutlinePart } from "../../api";
import type { Draft } from "../useDraft";
import { partAt, type Path, samePath, type Typed, whereNow } from "./parts";
import type { Taken } from "./PartForm";
import type { Addition } from "./proposal";

/** What is being written: a part that stands there, the head's field, or a new part. */
export type Open =
  | { kind: "head"; field: string }
  | { kind: "part"; path: Path }
  | { kind: "new"; into: Path; offer: Offer; at: Path | null };

/** Whether the same is open still; a new part stays the same when it gets its place. */
function isSame(a: Open | null, b: Open | null): boolean {
  if (a?.kind === "head") return b?.kind === "head" && a.field === b.field;
  if (a?.kind === "part") return b?.kind === "part" && samePath(a.path, b.path);
  if (a?.kind === "new")
    return b?.kind === "new" && a.offer.what === b.offer.what && samePath(a.into, b.into);
  return b === null;
}

export interface Sheet {
  open: Open | null;
  openHead: (field: string) => void;
  openPart: (path: Path) => void;
  openNew: (into: Path, offer: Offer) => void;
  /** @param byKey whether the focus stays with the part: not if one has gone to another place already */
  close: (byKey: boolean) => void;
  writeHead: (typed: Typed, changed: string[]) => Promise<Taken>;
  writePart: (path: Path, seen: OutlinePart) => (typed: Typed, changed: string[]) => Promise<Taken>;
  writeNew: (
    into: Path,
    seen: OutlinePart | null,
    offer: Offer,
  ) => (typed: Typed, changed: string[]) => Promise<Taken>;
  /** Adds several parts in one go. */
  addAll: (into: Path, seen: OutlinePart, parts: Addition[]) => Promise<Taken>;
  remove: (path: Path, seen: OutlinePart) => void;
  move: (path: Path, seen: OutlinePart, to: number) => void;
  /** The part that the focus goes to next. */
  focus: Path | null;
}

const put = (path: Path, field: string, values: string[]): Edit => ({
  op: "put",
  path: [...path],
  field,
  values,
});

export function useSheet(draft: Draft, onRefused: (why: string) => void): Sheet {
  const [open, setOpen] = useState<Open | null>(null);
  const [focus, setFocus] = useState<Path | null>(null);
  /** Where the open part stands, which changes with what is written, and what it said there last. */
  const now = useRef<{ path: Path; seen: OutlinePart } | null>(null);

  const taken = async (make: (outline: Outline) => Edit[] | null, kind: string): Promise<Taken> => {
    const came = await draft.edit(make, kind);
    if ("refused" in came) return came;
    if (came.at.length > 0) {
      const seen = partAt(came.outline, came.at);
      now.current = seen ? { path: came.at, seen } : null;
    }
    return null;
  };
  const puts = (typed: Typed, changed: string[]) => (outline: Outline) => {
    const it = now.current;
    const path = it && whereNow(outline, it.path, it.seen);
    return path ? changed.map((f) => put(path, f, typed[f] ?? [])) : null;
  };
  const act = (path: Path, seen: OutlinePart, make: (path: Path) => Edit, then: Path | null) => {
    void draft
      .edit((outline) => {
        const at = whereNow(outline, path, seen);
        return at ? [make(at)] : null;
      }, "part")
      .then((came) => {
        if ("refused" in came) onRefused(came.refused);
        else setFocus(then);
      });
  };
  return {
    open,
    focus,
    openHead: (field) => {
      now.current = null;
      setFocus(null);
      setOpen({ kind: "head", field });
    },
    openPart: (path) => {
      now.current = null;
      setFocus(null);
      setOpen({ kind: "part", path });
    },
    openNew: (into, offer) => {
      now.current = null;
      setFocus(null);
      setOpen({ kind: "new", into, offer, at: null });
    },
    close: (byKey) => {
      if (byKey) setFocus(now.current?.path ?? (open?.kind === "part" ? open.path : null));
      // whoever opened something else while this was on its way to the server has that open
      setOpen((is) => (isSame(open, is) ? null : is));
    },
    writeHead: (typed, changed) => taken(() => changed.map((f) => put([], f, typed[f] ?? [])), "head"),
    writePart: (path, seen) => (typed, changed) => {
      now.current ??= { path, seen };
      return taken(puts(typed, changed), `part ${path.join(".")}`);
    },
    writeNew: (into, seen, offer) => async (typed, changed) => {
      if (now.current) return taken(puts(typed, changed), `new ${into.join(".")}`);
      const came = await taken(
        (outline) => {
          const at =
            seen === null
              ? []
              : (whereNow(outline, into, seen) ?? (partAt(outline, into) ? [...into] : null));
          return at && [{ op: "add", path: at, what: offer.what, fields: given(typed) }];
        },
        `new ${into.join(".")}`,
      );
      const it = now.current as { path: Path } | null;
      if (came === null && it) setOpen({ kind: "new", into, offer, at: it.path });
      return came;
    },
    addAll: (into, seen, parts) =>
      taken((outline) => {
        const at = whereNow(outline, into, seen) ?? (partAt(outline, into) ? [...into] : null);
        return at && parts.map((p) => ({ op: "add", path: at, what: p.what, fields: p.fields }));
      }, "proposal"),
    remove: (path, seen) => {
      const it = now.current;
      now.current = null;
      act(it?.path ?? path, it?.seen ?? seen, (at) => ({ op: "remove", path: [...at] }), null);
    },
    move: (path, seen, to) => {
      act(path, seen, (at) => ({ op: "move", path: [...at], to }), [...path.slice(0, -1), to]);
    },
  };
}

/** The places that say something. */
function given(typed: Typed): Typed {
  return Object.fromEntries(Object.entries(typed).filter(([, v]) => v.some((x) => x.trim() !== "")));
}
