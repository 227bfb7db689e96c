export { FindPage } from "./FindPage";
export { FoundHere, useFoundHere } from "./FoundHere";
