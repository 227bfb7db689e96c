export { ErrorEvidencePage } from "./ErrorEvidencePage";
export { EvidencePage } from "./EvidencePage";
