export { FindPage } from "./FindPage";
export { FoundHere } from "./FoundHere";
