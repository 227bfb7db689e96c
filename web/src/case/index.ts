export { CasePage } from "./CasePage";
