export type { EntryBody, EntryKind, PartBody, TestBody, TestReading, TrailEntry } from "./entry";
export { recordOdds, type NextRecord, type OddsRecord } from "./odds-record";
export {
  layOutTrailMap,
  MAP_WIDTH,
  NOT_IN_THE_BOOK,
  type Crossing,
  type MapStop,
  type Road,
  type TrailMap,
} from "./trail-map";
export { entryShortText, entryText, FINDING_WORDS, PROOF_WORDS, symptomText } from "./words";
