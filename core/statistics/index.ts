export { chanceOfFailing, failureCurve, type CurveStep, type FailureCurve, type Watched } from "./failure-curve";
export { exactUpperTail, falseDiscoveryRates, rateRatioLow, type Share } from "./exact-test";
export { normalQuantile } from "./normal";
export { wilson, type Interval } from "./wilson";
export { rateRatio } from "./rate-ratio";
export { fitWeibull, type Weibull } from "./weibull";
