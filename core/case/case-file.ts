import type { SeenCode } from "@/core/codes";
import type { Vehicle } from "@/core/vehicle";
import type { Effect, Cause } from "@/core/book";
import type { PriorWork } from "./work";

export interface Symptom {
  readonly key: string;
  readonly conditions: readonly string[];
  /** Conditions that were asked for and do not hold. */
  readonly denied?: readonly string[];
}

/** A test as far as the odds need it. A check without a procedure carries its own effects. */
export interface TestDone {
  readonly procedure: string | null;
  readonly title: string;
  readonly outcome: string;
  readonly effects: readonly Effect[];
  /** How many of the repairs tried were done before it: it speaks of the vehicle as it then was. None where left out. */
  readonly afterRepairs?: number;
  /** Where on the vehicle it was done: "cylinder 2", "rear left"; null or left out where the part is there once. */
  readonly place?: string | null;
}

export interface RepairTried {
  readonly component: string;
  /** null: the part was changed, whatever ails it. */
  readonly failure: string | null;
  readonly result: "no-change" | "partly" | "fixed";
  readonly place?: string | null;
  /** It brought the vehicle home and is no repair: what ails the part is still there, hidden while it holds. */
  readonly getHome?: boolean;
}

/** What was done to cure it: no measure that only brings the vehicle home. */
export const isRepair = ({ getHome }: RepairTried): boolean => !getHome;

/** What it was done for cannot show after it: a measure that changed nothing hides nothing. */
export const hides = (tried: RepairTried): boolean => isRepair(tried) || tried.result !== "no-change";

/** Everything that is known of a job at one moment: the question that advice answers. */
export interface CaseFile {
  readonly vehicle: Vehicle;
  readonly odometerKm: number | null;
  readonly symptoms: readonly Symptom[];
  readonly codes: readonly SeenCode[];
  /** A code's absence counts only where its module was read. */
  readonly modulesScanned: readonly string[];
  /** Modules that were asked and did not answer. */
  readonly modulesSilent?: readonly string[];
  readonly tests: readonly TestDone[];
  readonly repairsTried: readonly RepairTried[];
  /** What was done to the vehicle before it came in. */
  readonly priorWork?: readonly PriorWork[];
  /** The systems that the symptoms belong to: where the complaint is. */
  readonly symptomSystems?: readonly string[];
  /** Suspects that the technician names. */
  readonly named?: readonly Cause[];
  /** Access groups that are open already. */
  readonly access: readonly string[];
}

/** Nothing was told, read or tried yet: the odds are what such vehicles come with, and nothing is known of this one. */
export function isUntold(file: CaseFile): boolean {
  const { symptoms, codes, modulesScanned, modulesSilent = [], tests, repairsTried, priorWork = [], named = [] } = file;
  const known = [symptoms, codes, modulesScanned, modulesSilent, tests, repairsTried, priorWork, named];
  return known.every(({ length }) => length === 0);
}
