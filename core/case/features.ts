import { homeModule, type CodeReturn, type CodeStatus, type FaultCode, type SeenCode } from "@/core/codes";
import type { Symptom } from "./case-file";

/** One thing that was or was not there: what counters count by cause. */
export interface Feature {
  readonly key: string;
  /** For a code the module that holds it, empty for all else. */
  readonly module: string;
}

/** How firmly a status speaks, as a power of the code's likelihood ratio. */
const STATUS_STRENGTH: Record<CodeStatus, number> = {
  active: 1.1,
  stored: 1,
  permanent: 1,
  pending: 0.7,
  history: 0.4,
};

/** What clearing told of a code, as a factor on that power: what is back at once is there now, what stays away may be old. */
const RETURN_STRENGTH: Record<CodeReturn, number> = { "at-once": 1.2, "key-cycle": 1.1, drive: 1, not: 0.4 };

/** A feature that is present in a case, with what it is called and how firmly it speaks. */
export interface PresentFeature extends Feature {
  readonly kind: "symptom" | "condition" | "code" | "silent";
  /** The vocabulary's key, the code itself, or the module that does not answer. */
  readonly subject: string;
  readonly strength: number;
}

/** The key under which a symptom is counted. */
export function symptomFeature(symptom: string): string {
  return `symptom|${symptom}`;
}

/** The key under which a condition is counted. */
export function conditionFeature(condition: string): string {
  return `condition|${condition}`;
}

/** The key under which a code is counted. */
export function codeFeature(code: string): string {
  return `code|${code}`;
}

/** Counts in how many jobs a module was read: the denominator of its codes. */
export function scanFeature(module: string): string {
  return `scan|${module}`;
}

/** The key under which it is counted that a module did not answer. */
export function silentFeature(module: string): string {
  return `silent|${module}`;
}

/** The module that holds a code: as it was read, else the one that such codes are at home in. */
export function moduleOf(code: FaultCode): string {
  return code.module ?? homeModule(code.code);
}

/** What a job shows, each once: symptoms, codes, and modules that do not answer. */
export function presentFeatures(
  symptoms: readonly Symptom[],
  codes: readonly SeenCode[],
  silent: readonly string[] = [],
): readonly PresentFeature[] {
  const found = new Map<string, PresentFeature>();
  const add = (feature: PresentFeature) => {
    const before = found.get(feature.key);
    if (!before || before.strength < feature.strength) found.set(feature.key, feature);
  };
  for (const { key, conditions } of symptoms) {
    add({ key: symptomFeature(key), module: "", kind: "symptom", subject: key, strength: 1 });
    for (const condition of conditions)
      add({ key: conditionFeature(condition), module: "", kind: "condition", subject: condition, strength: 1 });
  }
  for (const code of codes) {
    const strength = STATUS_STRENGTH[code.status] * (code.returned ? RETURN_STRENGTH[code.returned] : 1);
    add({ key: codeFeature(code.code), module: moduleOf(code), kind: "code", subject: code.code, strength });
  }
  for (const subject of silent)
    add({ key: silentFeature(subject), module: subject, kind: "silent", subject, strength: 1 });
  return [...found.values()];
}

/** Conditions that were asked for and do not hold, each once; one that also holds for another symptom is left out. */
export function deniedConditions(symptoms: readonly Symptom[]): readonly string[] {
  const held = new Set(symptoms.flatMap(({ conditions }) => conditions));
  return [...new Set(symptoms.flatMap(({ denied = [] }) => denied))].filter((condition) => !held.has(condition));
}
