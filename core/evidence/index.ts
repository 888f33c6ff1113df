export type { Evidence, EvidenceSource, PriorReason, Reason } from "./evidence";
export {
  absenceWeight,
  conditionRates,
  conditionsAsked,
  presenceWeight,
  untoldWeight,
  workOutAhead,
} from "./feature-evidence";
export { lookEvidence, workEvidence } from "./likelihood";
export { DECLARED_RATIO, type OutcomeModel, effectOn, outcomeModels } from "./outcome-model";
