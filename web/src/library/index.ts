import "./library.css";

export { ShelvesPage } from "./ShelvesPage";
export { ErrorPage } from "./ErrorPage";
export { FixPage } from "./FixPage";
export { FixShelfPage } from "./FixShelfPage";
export { ErrorSheetView, FixSheetView } from "./Sheets";
export { Before, MeasuredOf, WhatChanged } from "./Effects";
export { errorsQuery, historyQuery } from "./api";
