export { now, serverSays } from "./clock";
export { type Answer, api, got, HttpError, onSignedOut, sendFile } from "./http";
export type * from "./types";
