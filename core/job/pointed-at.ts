import { speaksFor } from "@/core/book";
import type { JobFacts } from "./job";

/** Components that a test of this job spoke for, or of which a part was fitted before: any other one is fitted on judgement. */
export function pointedAt({ tests, parts }: JobFacts): readonly string[] {
  const spoken = tests.flatMap(({ effects }) =>
    effects.flatMap(({ effect, component }) => (speaksFor(effect) ? component : [])),
  );
  return [...new Set([...spoken, ...parts.map(({ component }) => component)])];
}
