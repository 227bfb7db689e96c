import { Popover } from "antd";
import { type RefObject, useContext } from "react";
import { NavLink, useLocation, useNavigate } from "react-router";
import { Sign } from "../look";
import { words } from "../words";
import { Me } from "./Me";
import { SignedIn } from "./signedIn";
import { lineCount, NOTHING_TAKEN, useTakingIn } from "./takingIn";

/** The slim band: wordmark, the one wide field, the places, who I am. */
export function Band({ field, onHelp }: { field: RefObject<HTMLInputElement | null>; onHelp: () => void }) {
  const { draft, change, pasted } = useTakingIn();
  const user = useContext(SignedIn);
  const navigate = useNavigate();
  const path = useLocation().pathname;
  const inLibrary = path === "/library";
  const takingIn = path.startsWith("/taking-in");
  const lines = lineCount(draft.text);

  const toPage = (text: string) => {
    change({ ...(takingIn ? {} : NOTHING_TAKEN), text });
    void navigate("/taking-in");
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
          takingIn && lines > 0 ? words.field.pasted(lines) : inLibrary ? words.field.filter : words.field.ask
        }
        value={inLibrary ? draft.text : ""}
        onChange={(e) => (inLibrary ? change({ text: e.target.value }) : toPage(e.target.value))}
        onPaste={(e) => {
          // a text input would swallow the line ends
          const text = e.clipboardData.getData("text/plain");
          if (text === "") return;
          e.preventDefault();
          pasted();
          toPage(text);
        }}
        onKeyDown={(e) => {
          if (e.key === "Enter" && inLibrary && draft.text.trim() !== "") void navigate("/taking-in");
        }}
        maxLength={1_000_000}
      />
      <nav aria-label={words.product}>
        <NavLink to="/" end>
          {words.places.inHand}
        </NavLink>
        <NavLink to="/library">{words.places.library}</NavLink>
      </nav>
      <Popover trigger="click" placement="bottomRight" content={<Me onHelp={onHelp} />}>
        <button type="button" className="me" aria-label={words.me.menu}>
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
