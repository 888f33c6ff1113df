export { UNITS, isUnit, unitsLike, type Dimension, type Unit } from "./units";
export { convert, colderThanAbsoluteZero, type Quantity } from "./quantity";
export type { Instrument, JudgeContext, NominalSpec, RangeSpec, Reading, Spec, SupplySpec } from "./spec";
export {
  judge,
  type JudgeProblem,
  type JudgeRequest,
  type JudgeResult,
  type Judgement,
  type Side,
  type Verdict,
} from "./judge";
export { explainJudgement, formatQuantity, formatReading, formatSpec, unitSymbol } from "./format";
export { readNumber } from "./read-number";
