export { wordsQuery } from "./deskWords";
export { Frame } from "./Frame";
export { anotherText, NOTHING_TAKEN, type TakingIn, TakingInDraft, useTakingIn } from "./takingIn";
export { SignedIn } from "./signedIn";
export { ClothContext } from "./clothContext";
export { cameBack, leftOut } from "./cameBack";
