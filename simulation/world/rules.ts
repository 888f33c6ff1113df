/** By what rules a simulated world is made. Three worlds differ in kind, so that an engine is not tuned to one of them. */
export interface WorldRules {
  readonly name: string;
  readonly models: number;
  readonly engines: number;
  readonly components: number;
  /** How unevenly causes are spread: the standard deviation of the log of their rates. */
  readonly spread: number;
  /** Share of causes that have a hot spot, and how many times as frequent they are there. */
  readonly hotShare: number;
  readonly hotTimes: readonly [number, number];
  /** Share of hot spots that lie in an odometer window. */
  readonly windowShare: number;
  /** How firmly conditions follow the way a thing failed, and not the single cause: 0 to 1. */
  readonly conditionsByFailure: number;
  /** How often a code of a circuit comes along where another of the circuit is set. */
  readonly circuitTogether: number;
  /** How often a symptom is told that has nothing to do with the cause. */
  readonly noise: number;
  readonly testSensitivity: readonly [number, number];
  readonly testFalseAlarm: readonly [number, number];
  /** Share of declared effects that are missing, and that are wrong. */
  readonly missingEffects: number;
  readonly wrongEffects: number;
  /** How often a normal result is written down, when the shop began and lately. */
  readonly normalRecorded: readonly [number, number];
  /** Whether tests tell low from high, or only normal from abnormal. */
  readonly threeOutcomes: boolean;
  /** Share of causes that a test is made for. */
  readonly tested: number;
  /** Share of causes that set codes, and how far conditions tell causes apart: 1 as in life, 0 not at all. */
  readonly coded: number;
  readonly conditionsTell: number;
  /** Share of causes of which something untrue is told. */
  readonly rumours: number;
  /** Share of effects that say of the part itself that it is bad. */
  readonly proving: number;
  readonly neverSeen: number;
  readonly pairs: number;
}

/** Hot spots by engine and model, conditions by the way of failing, codes in tight circuits. */
export const HILLS: WorldRules = {
  name: "hills",
  models: 18,
  engines: 12,
  components: 46,
  spread: 1.1,
  hotShare: 0.3,
  hotTimes: [15, 60],
  windowShare: 0.4,
  conditionsByFailure: 0.7,
  circuitTogether: 0.75,
  noise: 0.06,
  testSensitivity: [0.78, 0.97],
  testFalseAlarm: [0.02, 0.1],
  missingEffects: 0.1,
  wrongEffects: 0.05,
  normalRecorded: [0.5, 0.5],
  tested: 0.75,
  coded: 0.5,
  conditionsTell: 1,
  threeOutcomes: false,
  rumours: 0.04,
  proving: 0.2,
  neverSeen: 0.05,
  pairs: 0.06,
};

/** Milder hot spots, conditions of each cause's own, looser circuits, more noise, weaker tests, better records. */
export const COAST: WorldRules = {
  name: "coast",
  models: 30,
  engines: 20,
  components: 60,
  spread: 0.7,
  hotShare: 0.15,
  hotTimes: [4, 20],
  windowShare: 0.7,
  conditionsByFailure: 0.1,
  circuitTogether: 0.35,
  noise: 0.15,
  testSensitivity: [0.65, 0.92],
  testFalseAlarm: [0.04, 0.16],
  missingEffects: 0.15,
  wrongEffects: 0.08,
  normalRecorded: [0.8, 0.8],
  tested: 0.75,
  coded: 0.5,
  conditionsTell: 1,
  threeOutcomes: false,
  rumours: 0.04,
  proving: 0.2,
  neverSeen: 0.05,
  pairs: 0.06,
};

/**
 * Complaints that tell little and tests that tell much, with three outcomes; much hearsay that is wrong, and technicians who stop writing down
 * what was normal.
 */
export const MARSH: WorldRules = {
  name: "marsh",
  models: 10,
  engines: 8,
  components: 40,
  spread: 1.1,
  hotShare: 0.2,
  hotTimes: [6, 30],
  windowShare: 0.2,
  conditionsByFailure: 0.4,
  circuitTogether: 0.5,
  noise: 0.1,
  testSensitivity: [0.82, 0.98],
  testFalseAlarm: [0.01, 0.08],
  missingEffects: 0.06,
  wrongEffects: 0.03,
  normalRecorded: [0.8, 0.1],
  tested: 0.95,
  coded: 0.2,
  conditionsTell: 0.4,
  threeOutcomes: true,
  rumours: 0.2,
  proving: 0.4,
  neverSeen: 0.05,
  pairs: 0.06,
};

export const WORLDS = [HILLS, COAST, MARSH];
