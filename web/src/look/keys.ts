/** Single keys: which are alive, and what presses them. Never while a text box has the focus. */
import { useLayoutEffect, useRef, useSyncExternalStore } from "react";

export interface KeyAct {
  /** As in KeyboardEvent.key, one letter in lower case. */
  key: string;
  says: string;
  act: () => void;
  /** False while it has nothing to do. */
  alive?: boolean;
}

interface Group {
  title: string;
  acts: KeyAct[];
  level: number;
}

const groups: { current: Group }[] = [];
const OFF = "mendak.single-keys-off";

export function singleKeysOff(): boolean {
  return localStorage.getItem(OFF) === "yes";
}
export function switchSingleKeys(off: boolean): void {
  localStorage.setItem(OFF, off ? "yes" : "no");
}

/** The groups that are alive, the innermost first. */
export function liveKeys(): Group[] {
  return groups.map((g) => g.current).sort((a, b) => b.level - a.level);
}

/** Whether somebody is writing there. */
export function isTextBox(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false;
  if (target.isContentEditable || target.tagName === "TEXTAREA" || target.tagName === "SELECT") return true;
  return (
    target.tagName === "INPUT" && !["checkbox", "radio", "button"].includes((target as HTMLInputElement).type)
  );
}

function isOnControl(target: EventTarget | null, key: string): boolean {
  return (
    (key === "Enter" || key === " ") &&
    target instanceof HTMLElement &&
    target.closest("button, a, [role=button]") !== null
  );
}

/** What stands in front of the page and has its own keys. */
const IN_FRONT = [
  ".ant-modal-wrap:not([style*='display: none'])",
  ".ant-popover:not(.ant-popover-hidden)",
  ".ant-dropdown:not(.ant-dropdown-hidden)",
  ".ant-select-dropdown:not(.ant-select-dropdown-hidden)",
].join(", ");

/** Finds and does what a key press means; whether anything did. */
export function press(e: KeyboardEvent): boolean {
  if (e.defaultPrevented || e.ctrlKey || e.metaKey || e.altKey || isTextBox(e.target)) return false;
  if (isOnControl(e.target, e.key) || document.querySelector(IN_FRONT)) return false;
  const single = e.key.length === 1;
  if (single && e.key !== "?" && singleKeysOff()) return false;
  const key = single ? e.key.toLowerCase() : e.key;
  for (const group of liveKeys()) {
    const found = group.acts.find((a) => a.key === key && a.alive !== false);
    if (found) {
      e.preventDefault();
      found.act();
      return true;
    }
  }
  return false;
}

/** How far in a group of keys is: what stands open in a page comes before the page, what came by itself before that, what asks before all. */
export const KEY_LEVEL = { frame: 0, page: 1, part: 2, came: 3, ask: 4 } as const;

const watchers = new Set<() => void>();
const watch = (w: () => void) => {
  watchers.add(w);
  return () => watchers.delete(w);
};

/** Which keys of a group are alive. */
const aliveIn = (g: Group) => g.acts.filter((a) => a.alive !== false).map((a) => a.key);

/** Whether digits mean something in what stands open now: then the page's own digits rest, so that none stands there twice. */
export function useDigitsTaken(): boolean {
  return useSyncExternalStore(watch, () =>
    groups.some((g) => g.current.level >= KEY_LEVEL.part && aliveIn(g.current).some((k) => /^\d$/.test(k))),
  );
}

/** Whether something further in than this means a key now: what would mean it otherwise does not show it then. */
export function useKeyTaken(key: string, level: number): boolean {
  return useSyncExternalStore(watch, () =>
    groups.some((g) => g.current.level > level && aliveIn(g.current).includes(key)),
  );
}

/** Makes keys alive while the component is shown. */
export function useKeys(title: string, acts: KeyAct[], level: number = KEY_LEVEL.page): void {
  const group = useRef<Group>({ title, acts, level });
  // before the screen is painted: who presses a key that stands there means what stands there
  useLayoutEffect(() => {
    const before = aliveIn(group.current).join();
    group.current = { title, acts, level };
    if (aliveIn(group.current).join() !== before) watchers.forEach((w) => w());
  });
  useLayoutEffect(() => {
    groups.push(group);
    watchers.forEach((w) => w());
    return () => {
      groups.splice(groups.indexOf(group), 1);
      watchers.forEach((w) => w());
    };
  }, []);
}
