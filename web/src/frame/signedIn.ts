import { createContext } from "react";
import type { User } from "../api";

export interface Self extends User {
  /** What the account is called with which one can sign in here; null if there is none. */
  account: string | null;
  /** Whether this is the demo, which has devices to practise on. */
  demo: boolean;
  signOut: () => void;
}

/** Who works here; the session puts it in place before the frame is shown. */
export const SignedIn = createContext<Self>({
  id: 0,
  login: "",
  name: "",
  shown: "",
  roles: [],
  password: true,
  byAccount: false,
  account: null,
  demo: false,
  lessThanLead: false,
  news: [],
  signOut: () => undefined,
});
