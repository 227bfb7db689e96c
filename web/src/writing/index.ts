export { NewDocumentPage } from "./NewDocumentPage";
