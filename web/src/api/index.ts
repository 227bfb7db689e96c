export { type Answer, getJson, getText, HttpError, onSignedOut, putText, sendJson } from "./http";
export type * from "./types";
