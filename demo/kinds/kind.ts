import type { ModelKey } from "../world";

/** What a kind of job looks like: the generated jobs are dealt from these. */
export interface Kind {
  readonly cause: string;
  readonly models: readonly ModelKey[];
  readonly km: readonly [number, number];
  readonly complaints: readonly string[];
  /** Symptom or condition, with how often it is there. */
  readonly symptoms: readonly (readonly [
    symptom: string,
    often: number,
    conditions: readonly (readonly [string, number])[],
  ])[];
  readonly codes: readonly (readonly [code: string, module: string, often: number])[];
  /** A test, the outcome it gives with this cause, and how often it is done. */
  readonly tests: readonly (readonly [procedure: string, outcome: string, often: number])[];
  /** A component fitted in vain, and how often. */
  readonly vain: readonly (readonly [cause: string, often: number])[];
  readonly weight: number;
}
