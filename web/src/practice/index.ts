export { AfterCall } from "./AfterCall";
export { openPractice } from "./api";
export { DevicePage } from "./DevicePage";
export { OnTheLine } from "./OnTheLine";
export { OtherEnd } from "./OtherEnd";
export { PracticeLink } from "./PracticeLink";
export { PracticePage } from "./PracticePage";
