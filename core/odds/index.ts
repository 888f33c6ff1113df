export { type Odds, type Posterior, entropyBits, posteriorOf, reasonsFor } from "./posterior";
export { type Closure, type RoadNow, closuresOf, roadsOf } from "./roads";
export type { Couple } from "./two-causes";
