import { createContext } from "react";
import type { User } from "../api";

export interface Self extends User {
  signOut: () => void;
}

/** Who works here; the session puts it in place before the frame is shown. */
export const SignedIn = createContext<Self>({
  id: 0,
  login: "",
  name: "",
  shown: "",
  roles: [],
  signOut: () => undefined,
});
