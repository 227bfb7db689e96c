import { useQuery } from "@tanstack/react-query";
import { useParams } from "react-router";
import { Coming, Failed } from "../look";
import { fixQuery } from "./api";
import { SheetFrame } from "./SheetFrame";
import { FixSheetView } from "./Sheets";

/** A fix as one readable sheet. States: loading, failed, filled. */
export function FixPage() {
  const { key = "" } = useParams();
  const { data, error, refetch } = useQuery(fixQuery(key));
  if (error && !data) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Coming />;
  return (
    <SheetFrame folder="fixes" docKey={data.key} title={data.title}>
      <FixSheetView sheet={data} />
    </SheetFrame>
  );
}
