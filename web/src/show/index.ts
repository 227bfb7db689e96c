/** A fix read at the device by its code: no signing in, nothing to change. */
export { ShowPage } from "./ShowPage";
