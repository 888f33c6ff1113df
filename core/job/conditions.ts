import type { JobFacts } from "./job";

/** The conditions under which the complaint has to stay away: those of every symptom but the ones that the finding leaves open, puts off or refuses. */
export function conditionsToMeet({ symptoms, finding }: Pick<JobFacts, "symptoms" | "finding">): readonly string[] {
  const left = new Set((finding?.left ?? []).flatMap(({ kind, key }) => (kind === "symptom" ? key : [])));
  return [...new Set(symptoms.flatMap(({ key, conditions }) => (left.has(key) ? [] : conditions)))];
}
