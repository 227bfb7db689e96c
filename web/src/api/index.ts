export { now, serverSays } from "./clock";
export { type Answer, api, got, HttpError, onSignedOut, sendFile } from "./http";
export { newId } from "./ids";
export type * from "./types";
