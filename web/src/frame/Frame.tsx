import { useEffect, useMemo, useRef, useState } from "react";
import { Outlet, useLocation, useNavigate } from "react-router";
import { isTextBox, KEY_LEVEL, Mishaps, press, useKeys } from "../look";
import { SurgeLine } from "../surges";
import { words } from "../words";
import { Band } from "./Band";
import { KeysHelp } from "./KeysHelp";
import { anotherText, TakingInDraft, useTakingInDraft } from "./takingIn";
import "./frame.css";

/** The band on top, the one working surface below, and where loose typing and pasting go. */
export function Frame() {
  const taking = useTakingInDraft();
  const [pastes, setPastes] = useState(0);
  const [help, setHelp] = useState(false);
  const field = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  const path = useLocation().pathname;
  // in a case loose typing is keys and pasting goes to the step; the taking-in page looks after its own
  const ownHands = path.startsWith("/case/") || path.startsWith("/taking-in") || path.startsWith("/write");

  const state = useMemo(
    () => ({ ...taking, pastes, pasted: () => setPastes((n) => n + 1) }),
    [taking, pastes],
  );

  useEffect(() => {
    window.scrollTo(0, 0);
  }, [path]);
  useKeys(
    words.keys.everywhere,
    [
      { key: "?", says: words.keys.help, act: () => setHelp(true) },
      { key: "/", says: words.keys.toField, act: () => field.current?.focus() },
    ],
    KEY_LEVEL.frame,
  );

  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (e.key === "Escape" && isTextBox(e.target)) {
        (e.target as HTMLElement).blur();
        return;
      }
      if (press(e) || ownHands || e.ctrlKey || e.metaKey || e.altKey || isTextBox(e.target)) return;
      if (e.key.length === 1 && e.key !== " ") field.current?.focus();
    };
    const onPaste = (e: ClipboardEvent) => {
      const text = e.clipboardData?.getData("text/plain") ?? "";
      if (e.defaultPrevented || ownHands || text === "" || isTextBox(e.target)) return;
      e.preventDefault();
      taking.change(anotherText(taking.draft, text));
      setPastes((n) => n + 1);
      void navigate("/taking-in");
    };
    window.addEventListener("keydown", onKey);
    window.addEventListener("paste", onPaste);
    return () => {
      window.removeEventListener("keydown", onKey);
      window.removeEventListener("paste", onPaste);
    };
  }, [navigate, ownHands, taking]);

  return (
    <TakingInDraft value={state}>
      <a className="skip-link" href="#work">
        {words.common.skip}
      </a>
      <Band field={field} onHelp={() => setHelp(true)} />
      {path !== "/" && <SurgeLine />}
      <div id="work">
        <Mishaps at={path}>
          <Outlet />
        </Mishaps>
      </div>
      {help && <KeysHelp onClose={() => setHelp(false)} />}
    </TakingInDraft>
  );
}
