export { decodeScan, type DecodedScan } from "./decode";
export { freezeFrameText, readinessText } from "./words";
export { scanFaultText, type ScanFault } from "./frame";
export { decodeLiveValue, LIVE_VALUES, type FreezeFrame, type FrozenValue } from "./freeze-frame";
export type { Monitor, Readiness } from "./monitors";
export type { Protocol } from "./trouble-codes";
export {
  MOST_REPORT_LETTERS,
  readScanReport,
  reportRefusalText,
  type ReportRefusal,
  type ReportResult,
  type ScanReport,
} from "./report";
