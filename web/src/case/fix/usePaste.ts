import { useEffect } from "react";
import { isTextBox } from "../../look";

/** Hears what is pasted anywhere on the page but into a text box. */
export function usePaste(take: (text: string) => void) {
  useEffect(() => {
    const onPaste = (e: ClipboardEvent) => {
      const text = e.clipboardData?.getData("text/plain") ?? "";
      if (isTextBox(e.target) || text.trim() === "") return;
      e.preventDefault();
      take(text);
    };
    window.addEventListener("paste", onPaste);
    return () => window.removeEventListener("paste", onPaste);
  });
}
