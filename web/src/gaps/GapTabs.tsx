import { useContext } from "react";
import { Link } from "react-router";
import { SignedIn } from "../frame";
import { words } from "../words";
import "./gaps.css";

/** What is missing, and beside it what is there and wants looking after; the latter is for those who write. */
export function GapTabs({ at }: { at: "gaps" | "upkeep" }) {
  const writes = useContext(SignedIn).roles.includes("author");
  if (!writes) return <h1>{words.gaps.title}</h1>;
  return (
    <div className="gap-tabs">
      {at === "gaps" ? <h1>{words.gaps.title}</h1> : <Link to="/gaps">{words.gaps.title}</Link>}
      {at === "upkeep" ? <h1>{words.upkeep.title}</h1> : <Link to="/gaps/upkeep">{words.upkeep.title}</Link>}
    </div>
  );
}
