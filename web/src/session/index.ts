export { SessionGate } from "./SessionGate";
export { WelcomePage } from "./WelcomePage";
