import { createContext } from "react";
import type { ClothChoice } from "../look";

/** The cloth that is worn, and how to change it. */
export const ClothContext = createContext<{ choice: ClothChoice; choose: (c: ClothChoice) => void }>({
  choice: "auto",
  choose: () => undefined,
});
