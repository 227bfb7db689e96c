import { useQueryClient } from "@tanstack/react-query";
import type { Session } from "../api";
import { useLive } from "../live";
import { words } from "../words";
import { sessionQuery } from "./api";

type Desk = Session["desk"];

/** Says on every page what is wrong with the desk's file, from the moment it is found until it is over. */
export function DeskNotice({ desk }: { desk: Desk }) {
  const client = useQueryClient();
  useLive("desk", (told) =>
    client.setQueryData<Session>(
      sessionQuery.queryKey,
      (before) => before && { ...before, desk: told as Desk },
    ),
  );
  if (desk.trouble === "none") return null;
  return (
    <p className="desk-notice" role="alert">
      {words.trouble[desk.trouble] ?? desk.sentence}
    </p>
  );
}
