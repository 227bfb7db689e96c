export { TakingInPage } from "./TakingInPage";
export { DrawnText } from "./DrawnText";
export { recogniseQuery, wordsQuery } from "./api";
