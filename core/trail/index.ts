export type {
  EntryBody,
  EntryKind,
  PartBody,
  ReturnedCode,
  ScanBody,
  TestBody,
  TestReading,
  TrailEntry,
} from "./entry";
export { recordOdds, renamedOdds, type NextRecord, type OddsRecord } from "./odds-record";
export {
  layOutTrailMap,
  MAP_WIDTH,
  NOT_IN_THE_BOOK,
  type Crossing,
  type MapStop,
  type Move,
  type Road,
  type TrailMap,
} from "./trail-map";
export {
  CONFIRMATION_WORDS,
  entryDetails,
  entryShortText,
  entryText,
  FINDING_WORDS,
  PART_RESULT_WORDS,
  PROOF_WORDS,
  RETURN_WORDS,
  symptomText,
} from "./words";
