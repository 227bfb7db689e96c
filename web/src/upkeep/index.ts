export { UpkeepPage } from "./UpkeepPage";
