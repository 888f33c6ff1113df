export {
  CONFIRMATIONS,
  MODULE_STATES,
  type Confirmation,
  type ConfirmationResult,
  type ModuleCoverage,
  type ModuleState,
  type Watch,
} from "./confirmation";
export {
  FINDINGS,
  PART_RESULTS,
  LEFT_STATES,
  MISSING,
  REASON_STATES,
  WAITING_FOR,
  cameBack,
  caseOf,
  curePart,
  deadEndMinutes,
  modulesSilentIn,
  partsAsTheyStand,
  type Finding,
  type FoundCause,
  type FindingResult,
  type JobFacts,
  type Estimate,
  type PartFitted,
  type RepairChoice,
  type PartResult,
  type ProofDone,
  type TestRun,
  type LeftOver,
  type LeftState,
  type Missing,
  type Reason,
  type ReasonState,
  type ScanEvent,
  type Waiting,
} from "./job";
export { askAfterDays } from "./ask-after";
export { pointedAt } from "./pointed-at";
export { missingProof, needOf, type Need } from "./needs";
export { obstaclesOf, PROVED_RUNG, SIGNABLE, type Obstacle, type ObstacleKind, type SignableKind } from "./closing";
export {
  codesAfterCure,
  howOften,
  proofOfCure,
  rungOfJob,
  sameTestOf,
  triesAfterCure,
  type CodesAfter,
  type SameTest,
} from "./proved";
export { spentOn, type Spent, type TimedEntry } from "./spent";
export { COMEBACKS, unsettles, type Comeback } from "./comeback";
export { conditionsToMeet } from "./conditions";
export { openWaits } from "./companions";
export { openEntries } from "./open-entries";
