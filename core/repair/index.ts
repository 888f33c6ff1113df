export { mixedRevisions, type Mixed } from "./mixing";
export {
  AVAILABILITIES,
  costOptions,
  OPTION_KINDS,
  sourceOfOption,
  type Availability,
  type CostedOption,
  type OptionKind,
  type RepairOption,
  type RepairSheet,
  type SourceRecord,
} from "./options";
export { PART_SOURCES, type PartSource } from "./sources";
export {
  checkedOff,
  COMPANION_KINDS,
  HOWS,
  isUnchecked,
  NO_WORK,
  type CheckOff,
  type Companion,
  type CompanionKind,
  type How,
  type MixingRule,
  type PlacedValue,
  type RepairWork,
} from "./work";
