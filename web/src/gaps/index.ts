export { Before } from "./Before";
export { GapTabs } from "./GapTabs";
export { GapsPage } from "./GapsPage";
export { SameShape } from "./SameShape";
export { sameShapeQuery, saidBeforeQuery } from "./api";
export { useDrafting } from "./useDrafting";
