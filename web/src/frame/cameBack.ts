import { words } from "../words";

const NAME = "account";

/** What there is to say to somebody who came back from their account and was not let in, or was tied to it; empty to everybody else. */
export function cameBack(): string {
  const why = new URLSearchParams(window.location.search).get(NAME);
  return why !== null && Object.hasOwn(words.account.cameBack, why)
    ? (words.account.cameBack[why] ?? "")
    : "";
}

/** A page's address without what was said to whoever came back to it. */
export function leftOut(address: string): string {
  const [path = "/", search = ""] = address.split("?");
  const left = new URLSearchParams(search);
  left.delete(NAME);
  const rest = left.toString();
  return rest === "" ? path : `${path}?${rest}`;
}
