import { useQuery } from "@tanstack/react-query";
import { words } from "../../words";
import type { Folder } from "../api";
import { madeOfQuery } from "./api";
import { readable } from "./readable";

/** The how-to that a document was made of, beside what it is now. */
export function MadeOf({ folder, docKey }: { folder: Folder; docKey: string }) {
  const { data } = useQuery(madeOfQuery(folder, docKey));
  const howTo = data?.[0];
  if (!howTo) return null;
  return (
    <details className="made-of" open>
      <summary title={words.bringIn.madeOfHint}>{words.bringIn.madeOf(howTo.name)}</summary>
      <pre>{readable(howTo.text)}</pre>
    </details>
  );
}
