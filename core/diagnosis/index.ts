export { advise, type Advice, type Suspect } from "./advice";
export {
  EFFECTS as EFFECT_KINDS,
  GRADES,
  COULD_NOT_TELL,
  NEEDS_NOTHING,
  NOT_DONE,
  OFTENNESS,
  PROCEDURE_KINDS,
  TRACE_LOOKS,
  type Applies,
  type Effect,
  type EffectKind,
  type Fix,
  type Grade,
  type Link,
  type Needs,
  type Oftenness,
  type Money,
  type Outcome,
  type Pattern,
  type Procedure,
  type ProcedureKind,
  type TraceLook,
} from "./book";
export type { CaseFile, FixTried, Symptom, TestDone } from "./case-file";
export { causeKey, type Cause, type CauseKey } from "./cause";
export {
  addCounts,
  NO_COUNT,
  type Count,
  type CountsByCause,
  type KnownCause,
  type KnownComponent,
  type Knowledge,
  type ShopRates,
} from "./counts";
export { CONDITION_TOPICS, topicsFor, type ConditionTopic } from "./condition-topics";
export { deadEndsOf, type TrialSum } from "./dead-ends";
export type { EvidenceSource, Reason } from "./evidence";
export { codeFeature, presentFeatures, symptomFeature } from "./features";
export { withSuspectsOf } from "./prior-work";
export { RECENCIES, WORKERS, WORKS, type PriorWork, type Recency, type Work, type Worker } from "./work";
export { questionsFor, type Question } from "./questions";
export { type Odds, type Posterior } from "./posterior";
export { DECLARED_RATIO } from "./outcome-model";
export { type Action, type FixAction, type Plan, type TestAction } from "./plan";
export {
  COMPARISONS,
  needsReason,
  kindOfTest,
  verdictOfTest,
  type Comparison,
  type FeedFound,
  type SwapFound,
  type TestReadings,
  type TestVerdict,
} from "./verdict";
export { partMakersOf, specFor, type ChosenSpec, type VariantSpec } from "./variant-spec";
export { roadsOf, type Closure, type RoadNow } from "./roads";
export { changesOfMind, stillOpen, whileThere, type ChangeOfMind } from "./explain";
export { whatIf, whatIfExactly, type WhatIf } from "./what-if";
export { likeness, SUSPECT_WORTH, VEHICLE_WORTH, type JobSketch, type Likeness } from "./similar";
export {
  actionWhy,
  changeText,
  presentName,
  causeName,
  evidenceName,
  likenessWords,
  priorWorkText,
  causePhrase,
  lowerFirst,
  reasonText,
  savedMinutes,
  type Labels,
} from "./words";
