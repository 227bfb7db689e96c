/** What was typed and not yet sent, kept in this browser: a reload, a crash or a lost line loses nothing. */
import { useCallback, useState } from "react";

/** Kept under these keys is what was chosen, not what was typed. */
const ONLY_CHOICES = /^((open-fix|owed-later)\.|writing-view$|desk-words-view$)/;

let owner = "";

/** Names whose texts are kept from now on: on a shared machine nobody sees another's. */
export function keepFor(login: string): void {
  owner = login;
}

const name = (key: string) => `mendak.kept.${owner}.${key}`;

/** What was kept under a key, or the other value if there is nothing readable. */
export function kept<T>(key: string, otherwise: T): T {
  try {
    const stored = localStorage.getItem(name(key));
    return stored === null ? otherwise : (JSON.parse(stored) as T);
  } catch {
    return otherwise;
  }
}

/** Keeps a value; null or an empty text takes it away. A full store is not an error: the text stands on the page. */
export function keep(key: string, value: unknown): void {
  try {
    if (value === null || value === "") localStorage.removeItem(name(key));
    else localStorage.setItem(name(key), JSON.stringify(value));
  } catch {
    // the page still holds it
  }
}

/** All texts that are kept for whoever is signed in, with their keys. */
export function keptTexts(): { key: string; text: string }[] {
  const found: { key: string; text: string }[] = [];
  const begin = name("");
  try {
    for (const stored of Object.keys(localStorage)) {
      if (!stored.startsWith(begin)) continue;
      const key = stored.slice(begin.length);
      const value = kept<unknown>(key, null);
      const text = typeof value === "object" && value !== null && "text" in value ? value.text : value;
      if (typeof text === "string" && text.trim() !== "" && !ONLY_CHOICES.test(key))
        found.push({ key, text });
    }
  } catch {
    // a browser that keeps nothing has nothing to tell
  }
  return found.sort((a, b) => a.key.localeCompare(b.key));
}

/** State that survives a reload. */
export function useKept<T>(key: string, initial: T): [T, (next: T) => void] {
  const [at, setAt] = useState(key);
  const [value, setValue] = useState<T>(() => kept(key, initial));
  if (at !== key) {
    setAt(key);
    setValue(kept(key, initial));
  }
  const set = useCallback(
    (next: T) => {
      keep(key, next);
      setValue(next);
    },
    [key],
  );
  return [value, set];
}
