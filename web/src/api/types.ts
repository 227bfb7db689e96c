/** The server's records under the names the page uses; generated from the API document. */
import type { components } from "./schema.gen";

type S = components["schemas"];

export type Session = S["SessionSession"];
export type User = S["SessionUser"];
export type CaseLine = S["CaseLine"];
export type Case = S["CaseCase"];
export type FreeStep = S["CaseFreeStep"];
export type FreeEntry = S["FreeWorkEntry"];
export type FreeChange = S["FreeWorkStepChange"];
export type SameShapeCases = S["AlikeAlike"];
export type Surging = S["SurgeSurging"];
export type GapShape = S["GapShape"];
export type LogGap = S["LogGapLogShape"];
export type DraftMade = S["DraftMade"];
export type FoundThings = S["FindAnswer"];
export type FoundHit = S["FindHit"];
export type Flag = S["FlagFlag"];
export type Upkeep = S["WorklistUpkeep"];
export type UpkeepItem = S["WorklistItem"];
export type UpkeepMark = S["UpkeepMarkBody"];
export type Attempt = S["CaseAttempt"];
export type AttemptChange = S["CaseAttemptChange"];
export type StepEntry = S["AttemptStepEntry"];
export type Step = S["CaseStep"];
export type StepResult = S["AttemptStepResult"];
export type PutBack = S["CasePutBack"];
export type Fact = S["CaseFact"];
export type FilledFix = S["CaseFilledFix"];
export type FilledStep = S["CaseFilledStep"];
export type Command = S["CaseCommand"];
export type Question = S["CaseQuestion"];
export type StepQuestion = S["CaseStepQuestion"];
export type ToGet = S["CaseToGet"];
export type Spoken = S["CaseSpoken"];
export type Ending = S["CaseEndingsEnding"];
export type CaseFound = S["CaseAfterwardsFound"];
export type InHand = S["OwedInHand"];
export type Owed = S["CaseOwed"];
export type PracticeDevice = S["PracticeDevicesSeen"];
export type AfterPractice = S["AfterPracticeTold"];
export type PracticeWay = S["AfterPracticeWay"];
export type DraftRan = S["DraftRunsRan"];
export type AtTheDevice = S["DeviceAnswersShown"];
export type DeviceAnswer = S["DeviceAnswersWaiting"];
export type Suspected = S["CaseSuspected"];
export type Prompt = S["CasePrompt"];
export type Judged = S["CaseJudged"];
export type Piece = S["CasePiece"];
export type Opening = S["CaseOpening"];
export type CasePatch = S["CasePatch"];
export type PlanView = S["PlanView"];
export type Why = S["Why"];
export type PlanQuestion = S["PlanStep"];
/** A fix at its place in a plan. */
export type PlanStep = S["PlanStep"] & { elapsedByHere: number; tried: number; triedHere: number };
/** A plan with its fixes apart from the questions that stand between them. */
export type Plan = Omit<PlanView, "ordered"> & {
  ordered: PlanStep[];
  questions: PlanQuestion[];
  /** The fact to ask for before any fix; empty if none pays. */
  asksFirst: string;
};
export type Settled = S["SettlingSaid"];
export type Recognition = S["RecognitionAnswer"];
export type Candidate = S["RecognitionCandidate"];
export type Ask = S["RecognitionAsk"];
export type Scan = S["ScanView"];
export type Findings = S["LogFindings"];
export type Finding = S["LogFindingsFinding"];
export type Code = S["RecognitionCode"];
export type Outline = S["Outline"];
export type OutlinePart = S["OutlinePart"];
export type OutlineField = S["OutlineField"];
export type Offer = S["OutlineOffer"];
export type ProposalLine = S["ProposalLine"];
export type ProposalToken = S["ProposalToken"];
export type DocReview = S["ReviewReview"];
export type DocComment = S["ReviewComment"];
export type Unpublished = S["ReviewUnpublished"];
export type FixLine = S["FixShelfFixLine"];
export type Fared = S["EvidenceFared"];
export type Rehearsed = S["RehearsalRehearsed"];
export type WordGroup = S["VocabularyOutlineGroup"];
export type Word = S["VocabularyOutlineWord"];
export type WordChange = S["WordsWordChange"];
export type Effects = S["EffectEffects"];
export type Measured = S["EffectMeasured"];
export type Matches = S["MatchMatches"];
export type Heard = S["RehearsalHeard"];
export type RehearsedGroup = S["RehearsalGroup"];
export type Edit = S["EditingChange"];
export type ErrorLine = S["ErrorLine"];
export type Saying = S["HeardSaying"];
export type ErrorSheet = S["ErrorSheet"];
export type FixSheet = S["FixSheet"];
export type StepLine = S["StepLine"];
export type ParcelPart = S["PublishingWanted"];
export type ReadHowTo = S["HowToRead"];
export type Arrival = S["ArrivalArrival"];
export type ArrivingFile = S["ImportArriving"];
export type Job = S["JobsView"];
export type ImportedCases = S["CaseImportImported"];
export type Hook = S["HookView"];
export type PartLine = S["PartLine"];
export type SectionLine = S["SectionLine"];
export type TryLine = S["TryLine"];
export type Words = S["ShelfWords"];
export type ErrorEvidence = S["ErrorEvidence"];
export type FixEvidence = S["ErrorEvidenceFixEvidence"];
export type DeskEvidence = S["DeskEvidence"];
export type FixTries = S["ErrorEvidenceTries"];
export type Occurrence = S["OccurrencesOccurrence"];
export type Problem = S["Problem"];
export type Checked = S["Checked"];
export type DocumentView = S["LibraryView"];
export type Revision = S["Revision"];
export type Person = S["PeopleListed"];
export type ApiToken = S["ApiToken"];
export type NewToken = S["TokenNewToken"];
export type OpenSession = S["OpenSessionsOpen"];
export type OneTimeAddress = S["PeopleAddress"];
export type Act = S["AuditAct"];
export type DeskSettings = S["DeskSettingsValues"];

/** The outcomes of an attempt; empty text while it is being worked. */
export type Outcome =
  | "worked"
  | "no-change"
  | "different-error"
  | "made-worse"
  | "could-not-apply"
  | "nothing-to-do"
  | "not-applicable"
  | "skipped"
  | "not-retested";
