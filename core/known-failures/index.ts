export { gradeOf, isContradicted, PROVES_FROM_RUNG, type PatternRecord } from "./grade";
export { proposalsFrom, type CauseSeen, type Proposal, type VariantCount } from "./proposals";
export { overlaps, scopeGrid, scopeText, USE_WORDS, widened, type Grid, type GridRow, type VariantYear } from "./scope";
export { curveOf, LEAST_FAILURES, seenFrom, watchedFleet, type SeenVehicle, type WatchedFleet } from "./watched";
export { readKnownList, type KnownList, type ListedFailure } from "./list";
export { DUE, dueAt, type Due } from "./due";
export { weighPrevention, type Weighed } from "./prevention";
export { MONTH_KM, shelfNumber } from "./shelf";
export {
  bareFailure,
  BULLETIN_KINDS,
  bulletinCovers,
  EVERY_VEHICLE,
  NO_DETAILS,
  NOTHING_TOLD,
  REPAIR_OUTCOMES,
  REPORT_SAYS,
  REPORT_SOURCES,
  patternOf,
  reported,
  type Bulletin,
  type BulletinKind,
  type ClaimedGrade,
  type Cost,
  type DatedNote,
  type Details,
  type FittingPart,
  type KnownFailure,
  type KnownRepair,
  type LookAlike,
  type Prevention,
  type RepairOutcome,
  type Report,
  type ReportSays,
  type ReportSource,
  type Told,
} from "./known-failure";
