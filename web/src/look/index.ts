export { chosenCloth, type ClothChoice, clothFor, keepCloth, wear } from "./cloth";
export { themeOf } from "./theme";
export { Cross, MendingCurve, MiniSeam, OutcomeMark, SeamPiece, Sign, StitchBar } from "./marks";
export { MarksPage } from "./MarksPage";
export {
  Ago,
  Coming,
  CommandText,
  Failed,
  intoView,
  Key,
  KeyButton,
  missingValue,
  plainCommand,
  Progress,
  Prose,
  TypedCommand,
  useSay,
} from "./parts";
export {
  isTextBox,
  KEY_LEVEL,
  type KeyAct,
  liveKeys,
  press,
  singleKeysOff,
  switchSingleKeys,
  useDigitsTaken,
  useKeyTaken,
  useKeys,
} from "./keys";
export { keep, keepFor, kept, useKept } from "./kept";
export { Mishaps } from "./Mishap";
export { Pop } from "./Pop";
export { ToldLine } from "./ToldLine";
export { useNow } from "./useNow";
export { Strength } from "./Strength";
export { SHORTEST } from "./strength";
