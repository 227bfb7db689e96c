import { Popover } from "antd";
import { type KeyboardEvent, type RefObject, useContext, useState } from "react";
import { NavLink, useLocation, useNavigate } from "react-router";
import { Sign } from "../look";
import { words } from "../words";
import { Me } from "./Me";
import { SignedIn } from "./signedIn";
import { anotherText, lineCount, useTakingIn } from "./takingIn";

/** The slim band: wordmark, the one wide field, the places, who I am. */
export function Band({ field, onHelp }: { field: RefObject<HTMLInputElement | null>; onHelp: () => void }) {
  const { draft, change, pasted } = useTakingIn();
  const [meOpen, setMeOpen] = useState(false);
  const user = useContext(SignedIn);
  const navigate = useNavigate();
  const path = useLocation().pathname;
  // here the field narrows what stands on the page
  const narrows = path === "/library" || path === "/library/fixes" || path === "/find";
  const takingIn = path.startsWith("/taking-in");
  const lines = lineCount(draft.text);

  // letters typed before the page has grown gather here, or the first ones would be lost to its opening
  const [loose, setLoose] = useState("");
  const [at, setAt] = useState(path);
  if (at !== path) {
    setAt(path);
    setLoose("");
    setMeOpen(false);
  }
  const leave = (e: KeyboardEvent) => {
    if (e.key !== "Escape" || !meOpen) return;
    e.stopPropagation();
    setMeOpen(false);
  };
  const toPage = (text: string) => {
    setLoose(takingIn ? "" : text);
    change(takingIn ? { text: draft.text + text } : anotherText(draft, text));
    if (!takingIn) void navigate("/taking-in");
  };
  return (
    <header className="band">
      <NavLink to="/" className="wordmark" end>
        <Sign /> <span>{words.product}</span>
      </NavLink>
      <input
        ref={field}
        className="field"
        type="text"
        aria-label={words.field.label}
        placeholder={
          takingIn && lines > 0
            ? words.field.pasted(lines)
            : path === "/find"
              ? words.field.find
              : narrows
                ? words.field.filter
                : words.field.ask
        }
        value={narrows ? draft.text : loose}
        onChange={(e) => (narrows ? change({ text: e.target.value }) : toPage(e.target.value))}
        onPaste={(e) => {
          // a text input would swallow the line ends
          const text = e.clipboardData.getData("text/plain");
          if (text === "") return;
          e.preventDefault();
          pasted();
          toPage(text);
        }}
        onKeyDown={(e) => {
          if (e.key !== "Enter") return;
          if (e.ctrlKey || e.metaKey) {
            e.stopPropagation();
            void navigate("/find");
          } else if (narrows && path !== "/find" && draft.text.trim() !== "") void navigate("/taking-in");
        }}
        maxLength={1_000_000}
      />
      <nav aria-label={words.product}>
        <NavLink to="/" end>
          {words.places.inHand}
        </NavLink>
        <NavLink to="/library">{words.places.library}</NavLink>
        <NavLink to="/evidence">{words.places.evidence}</NavLink>
        <NavLink to="/gaps">{words.places.gaps}</NavLink>
      </nav>
      <Popover
        trigger="click"
        placement="bottomRight"
        open={meOpen}
        onOpenChange={setMeOpen}
        content={
          <div onKeyDown={leave}>
            <Me onHelp={onHelp} />
          </div>
        }
      >
        <button
          type="button"
          className="me"
          aria-label={`${shortName(user.name)}: ${words.me.menu}`}
          onKeyDown={leave}
        >
          {shortName(user.name)}
        </button>
      </Popover>
    </header>
  );
}

/** Runa Holm is Runa H. on the band. */
function shortName(name: string): string {
  const [first = "", ...rest] = name.split(" ");
  const last = rest.at(-1);
  return last ? `${first} ${last.charAt(0)}.` : first;
}
