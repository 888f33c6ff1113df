import { lowerFirst, type Labels } from "@/core/words";
import type { Symptom } from "@/core/case";
import { originOf, type EntryRule } from "./rule";

/** What the customer complains of, and under which conditions. */
export interface SymptomsBody {
  readonly kind: "symptoms";
  readonly symptoms: readonly Symptom[];
}

/** A symptom with its conditions, and with those that were asked about and denied. */
export function symptomText(labels: Labels, { key, conditions, denied = [] }: Symptom): string {
  const words = [
    ...conditions.map((condition) => lowerFirst(labels.condition(condition))),
    ...denied.map((condition) => `not ${lowerFirst(labels.condition(condition))}`),
  ];
  return [labels.symptom(key), ...(words.length ? [words.join(", ")] : [])].join(": ");
}

export const symptoms: EntryRule<SymptomsBody> = {
  right: "job.complaint",
  onClosed: false,
  stays: null,
  adds: ({ symptoms: before }, entry) => ({
    symptoms: [...before, ...entry.body.symptoms.map((symptom) => ({ ...originOf(entry), ...symptom }))],
  }),
  line: (labels, body) => body.symptoms.map((symptom) => symptomText(labels, symptom)).join("; "),
  short: () => "symptoms",
};
