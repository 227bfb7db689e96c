/** The two cloths, linen by day and the night cloth: every colour the page uses, by what it means. */

export interface Cloth {
  /** Behind everything. */
  paper: string;
  /** Of what is open or editable. */
  sheet: string;
  ink: string;
  softInk: string;
  /** Stitches and what can be pressed. */
  thread: string;
  holes: string;
  lines: string;
  /** Risk, and nothing else. */
  madder: string;
  /** Values read out of a text. */
  woad: string;
  /** The ground of a command. */
  slate: string;
  slateInk: string;
  slateSoft: string;
  /** A value filled into a command. */
  slateValue: string;
}

export const LINEN: Cloth = {
  paper: "#f5f0e4",
  sheet: "#fbf8f0",
  ink: "#23274a",
  softInk: "#5a5c75",
  thread: "#2f3a7a",
  holes: "#b9b2a0",
  lines: "#d9d1bd",
  madder: "#a3342b",
  woad: "#3a6785",
  slate: "#23274a",
  slateInk: "#f5f0e4",
  slateSoft: "#b3b5c9",
  slateValue: "#f0cd8b",
};

export const NIGHT: Cloth = {
  paper: "#191b2b",
  sheet: "#212438",
  ink: "#ebe5d6",
  softInk: "#adabb8",
  thread: "#a9b6f2",
  holes: "#5d5f7a",
  lines: "#3b3f5b",
  madder: "#ee9187",
  woad: "#8fc0de",
  slate: "#11131f",
  slateInk: "#ebe5d6",
  slateSoft: "#9a9bb0",
  slateValue: "#eecb8a",
};

export type ClothName = "linen" | "night";
/** What somebody chose; "auto" follows the device. */
export type ClothChoice = ClothName | "auto";

const KEY = "mendak.cloth";

export function chosenCloth(): ClothChoice {
  const stored = localStorage.getItem(KEY);
  return stored === "linen" || stored === "night" ? stored : "auto";
}

export function clothFor(choice: ClothChoice, deviceIsDark: boolean): ClothName {
  if (choice !== "auto") return choice;
  return deviceIsDark ? "night" : "linen";
}

export function keepCloth(choice: ClothChoice): void {
  localStorage.setItem(KEY, choice);
}

/** Hands the colours to the style sheet as custom properties. */
export function wear(name: ClothName, root: HTMLElement): void {
  const cloth = name === "night" ? NIGHT : LINEN;
  for (const [token, colour] of Object.entries(cloth)) {
    root.style.setProperty(`--${token.replace(/[A-Z]/g, (c) => `-${c.toLowerCase()}`)}`, colour as string);
  }
  root.style.colorScheme = name === "night" ? "dark" : "light";
  root.dataset.cloth = name;
}
