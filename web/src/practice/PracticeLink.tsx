import { useQuery } from "@tanstack/react-query";
import { useContext } from "react";
import { Link } from "react-router";
import { SignedIn } from "../frame";
import { words } from "../words";
import { shelfQuery } from "./api";

/** The way to the practice device that a case is about, for whoever has it in hand; nothing otherwise. */
export function PracticeLink({ device }: { device: string | null }) {
  const { demo } = useContext(SignedIn);
  const { data } = useQuery({ ...shelfQuery, enabled: demo && device !== null });
  const mine = data?.mine.find((d) => d.name === device);
  return demo && mine ? <Link to={`/practice/${mine.id}`}>{words.practice.otherEndOf}</Link> : null;
}
