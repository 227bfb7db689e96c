export { openCasesQuery } from "./api";
export { DeskPage } from "./DeskPage";
