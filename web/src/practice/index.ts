/** Devices to practise on: the shelf, and one with its screen and console. */
export { PracticePage } from "./PracticePage";
export { DevicePage } from "./DevicePage";
export { PracticeLink } from "./PracticeLink";
