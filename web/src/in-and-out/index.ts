export { InAndOutPage } from "./InAndOutPage";
