export { keepTrace, traceOf, type KeptTrace } from "./kept-trace";
export { leakRate, type Leak } from "./leak";
export { readTrace, traceProblemText, type ReadTrace, type TraceProblem } from "./read-trace";
export { summarise, type ChannelSummary, type Limits } from "./summary";
export { thinOut, type DrawnPoint } from "./thin-out";
export { makeTrace, type Channel, type Trace } from "./trace";
export { openingByGap, warmUp, type WarmUp } from "./warm-up";
