import "./library.css";

export { ShelvesPage } from "./ShelvesPage";
export { ErrorPage } from "./ErrorPage";
export { FixPage } from "./FixPage";
export { ErrorSheetView, FixSheetView } from "./Sheets";
export { documentsQuery, errorsQuery, historyQuery } from "./api";
