export { type Answer, getJson, getText, HttpError, onSignedOut, putText, sendFile, sendJson } from "./http";
export type * from "./types";
