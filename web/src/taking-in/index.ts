export { TakingInPage } from "./TakingInPage";
export { DrawnText } from "./DrawnText";
export { addText, recogniseQuery } from "./api";
