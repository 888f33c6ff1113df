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
  PART_SOURCES,
  cameBack,
  caseOf,
  curePart,
  deadEndMinutes,
  partsAsTheyStand,
  proofOfCure,
  type Finding,
  type FindingResult,
  type JobFacts,
  type PartFitted,
  type PartResult,
  type PartSource,
  type ProofDone,
  type TestRun,
} from "./job";
export { missingProof, needOf, type Need } from "./needs";
