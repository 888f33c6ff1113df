export { openingSpec, wantsOpeningPoint } from "./opening";
export type { FeedFound, SwapFound, TestReadings, TestVerdict, TraceSeen, VerdictSaid } from "./test-verdict";
export { COMPARISONS, type Comparison, kindOfTest, needsReason, verdictOfTest } from "./verdict";
