export { FlagForm } from "./FlagForm";
export { FlagsInHand } from "./FlagsInHand";
export { FlagsOfFix } from "./FlagsOfFix";
export { FlagsOfStep } from "./FlagsOfStep";
