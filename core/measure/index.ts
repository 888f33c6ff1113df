export { UNITS, isUnit, unitsLike, type Dimension, type Unit } from "./units";
export { convert, colderThanAbsoluteZero, sameDimension, type Quantity } from "./quantity";
export { unitOfSpec } from "./spec";
export type { Instrument, JudgeContext, NominalSpec, RangeSpec, Reading, Spec, SupplySpec } from "./spec";
export {
  judge,
  problemsOfSpec,
  type JudgeProblem,
  type JudgeRequest,
  type JudgeResult,
  type Judgement,
  type Side,
  type Verdict,
} from "./judge";
export { explainJudgement, formatNumber, formatQuantity, formatReading, formatSpec, unitSymbol } from "./format";
export { readMinutes } from "./read-minutes";
export { numberDoubt, readNumber, readWhole, type DecimalSign } from "./read-number";
export { readConversion, readReading, readUnit } from "./read-quantity";
export {
  medianOf,
  ODD_SCORE,
  oddOneOut,
  type Comparison,
  type ComparisonResult,
  type LikeReading,
} from "./odd-one-out";
export { beforeAndAfter, besideGood, differenceOf, type Change, type PairDifference } from "./pair";
export { isProved } from "./proved";
export { knownGood, type KnownGood } from "./known-good";
export { deadVerdict, type DeadTest, type DeadVerdict } from "./high-voltage";
export { doubtsOf, doubtText, type Doubt, type DoubtRequest } from "./doubts";
