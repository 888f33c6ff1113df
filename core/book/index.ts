export { NEEDS_NOTHING, type Needs, appliesTo, type Applies, canHave } from "./applies";
export { type Cause, type CauseKey, WORKS_AS_DESIGNED, causeKey, covers } from "./cause";
export { CONDITION_TOPICS, isMetOnADrive, type ConditionTopic, topicsFor } from "./condition-topics";
export {
  type Count,
  type CountsByCause,
  type Book,
  type KnownCause,
  type KnownComponent,
  NO_COUNT,
  addCounts,
  countsIn,
  totalOf,
} from "./counts";
export { type TrialSum, deadEndsOf } from "./dead-ends";
export { type Link, OFTENNESS, type Oftenness } from "./general";
export { type Grade, GRADES, PATTERN_JOBS, type Pattern, patternApplies } from "./pattern";
export { type Ground, type Places, placesOf, weightsOf } from "./places";
export {
  COULD_NOT_TELL,
  EFFECT_KINDS,
  type Effect,
  type EffectKind,
  NOT_DONE,
  type Outcome,
  PROCEDURE_KINDS,
  type Procedure,
  type ProcedureKind,
  speaksFor,
  TRACE_LOOKS,
  type TraceLook,
} from "./procedure";
export {
  FIRST_WEIGHT_OF_OTHERS,
  bookBesideOthers,
  type Counted,
  groupsBesideOthers,
  heard,
  shareOfOthers,
} from "./other-shops";
export type { Repair, Money } from "./repair";
export { afterSteps, type Added, type BookStep } from "./steps";
export { type ChosenSpec, type VariantSpec, partMakersOf, specFor } from "./variant-spec";
