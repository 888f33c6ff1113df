/** By what rules a simulated world is made. Two worlds differ in kind, so that an engine is not tuned to one of them. */
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
  /** How often a normal result is written down. */
  readonly normalRecorded: number;
  readonly neverSeen: number;
  readonly pairs: number;
}

/** Hot spots by engine and model, conditions by the way of failing, codes in tight circuits. */
export const HILLS: WorldRules = {
  name: "hills",
  ...{ models: 18, engines: 12, components: 46, spread: 1.1 },
  ...{ hotShare: 0.3, hotTimes: [15, 60], windowShare: 0.4 },
  ...{ conditionsByFailure: 0.7, circuitTogether: 0.75, noise: 0.06 },
  ...{ testSensitivity: [0.78, 0.97], testFalseAlarm: [0.02, 0.1] },
  ...{ missingEffects: 0.1, wrongEffects: 0.05, normalRecorded: 0.5 },
  ...{ neverSeen: 0.05, pairs: 0.06 },
};

/** Milder hot spots, conditions of each cause's own, looser circuits, more noise, weaker tests, better records. */
export const COAST: WorldRules = {
  name: "coast",
  ...{ models: 30, engines: 20, components: 60, spread: 0.7 },
  ...{ hotShare: 0.15, hotTimes: [4, 20], windowShare: 0.7 },
  ...{ conditionsByFailure: 0.1, circuitTogether: 0.35, noise: 0.15 },
  ...{ testSensitivity: [0.65, 0.92], testFalseAlarm: [0.04, 0.16] },
  ...{ missingEffects: 0.15, wrongEffects: 0.08, normalRecorded: 0.8 },
  ...{ neverSeen: 0.05, pairs: 0.06 },
};
