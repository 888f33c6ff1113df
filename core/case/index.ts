export { hides, isRepair, isUntold } from "./case-file";
export type { CaseFile, RepairTried, Symptom, TestDone } from "./case-file";
export {
  type Feature,
  type PresentFeature,
  codeFeature,
  conditionFeature,
  deniedConditions,
  presentFeatures,
  scanFeature,
  symptomFeature,
} from "./features";
export { withSuspectsOf, workSuspects } from "./prior-work";
export { type Likeness, SUSPECT_WORTH, VEHICLE_WORTH, likeness } from "./similar";
export {
  DISTURBED,
  NEW_PART_BAD,
  type PriorWork,
  RECENCIES,
  type Recency,
  WORKERS,
  WORKS,
  type Work,
  type Worker,
} from "./work";
