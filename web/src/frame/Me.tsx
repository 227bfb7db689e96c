import { Radio, Switch } from "antd";
import { useContext, useState } from "react";
import { Link } from "react-router";
import { type ClothChoice, Key, singleKeysOff, switchSingleKeys } from "../look";
import { words } from "../words";
import { ClothContext } from "./clothContext";
import { SignedIn } from "./signedIn";

/** Who I am, how it looks, and the way out. */
export function Me({ onHelp }: { onHelp: () => void }) {
  const user = useContext(SignedIn);
  const { choice, choose } = useContext(ClothContext);
  const [off, setOff] = useState(singleKeysOff);
  return (
    <div className="me-panel">
      <b>{user.name}</b>
      <div className="me-row">
        {words.me.cloth}
        <Radio.Group
          size="small"
          value={choice}
          onChange={(e) => choose(e.target.value as ClothChoice)}
          options={[
            { value: "auto", label: words.me.auto },
            { value: "linen", label: words.me.linen },
            { value: "night", label: words.me.night },
          ]}
        />
      </div>
      <label className="me-row">
        {words.me.singleKeys}
        <Switch
          size="small"
          checked={!off}
          onChange={(on) => {
            switchSingleKeys(!on);
            setOff(!on);
          }}
        />
      </label>
      <button type="button" className="plain" onClick={onHelp}>
        <Key k="?" /> {words.me.keys}
      </button>
      <Link to="/marks">{words.me.marks}</Link>
      <Link to="/team">{words.places.team}</Link>
      <button type="button" className="plain" onClick={user.signOut}>
        {words.me.signOut}
      </button>
    </div>
  );
}
