export { SurgeLine } from "./SurgeLine";
export { SurgesInHand } from "./SurgesInHand";
