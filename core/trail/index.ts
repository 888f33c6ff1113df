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
