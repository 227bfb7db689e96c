export { TeamPage } from "./TeamPage";
