import type { GroupKey } from "@/core/vehicle";
import type { CauseKey } from "./cause";
import type { Count, CountsByCause } from "./counts";
import type { Counted } from "./other-shops";

/** What is added to one counter: whole jobs, and what they weigh in thousandths of a job; below 0 where something is taken away. */
export interface Added {
  readonly cause: CauseKey;
  readonly jobs: number;
  readonly weightMilli: number;
}

/** What a change of jobs added to the counters over all vehicles. */
export interface BookStep {
  readonly groups: readonly (Added & { readonly group: GroupKey })[];
  /** `module` is empty where a feature was in none. */
  readonly features: readonly (Added & { readonly feature: string; readonly module: string })[];
  readonly outcomes: readonly (Added & { readonly procedure: string; readonly outcome: string })[];
}

/**
 * The counters after some steps. What no step touched stays the very same object, so that whatever was worked out from it stays worked out.
 * @param isCode tells the features that are codes: they are counted by module as well
 */
export function afterSteps(before: Counted, steps: readonly BookStep[], isCode: (feature: string) => boolean): Counted {
  const groups = new Touched(before.groups);
  const features = new Touched(before.features);
  const codesByModule = new TouchedPairs(before.codesByModule);
  const outcomes = new TouchedPairs(before.outcomes);
  for (const step of steps) {
    for (const added of step.groups) groups.add(added.group, added);
    for (const added of step.features) {
      features.add(added.feature, added);
      if (added.module !== "" && isCode(added.feature)) codesByModule.of(added.module).add(added.feature, added);
    }
    for (const added of step.outcomes) outcomes.of(added.procedure).add(added.outcome, added);
  }
  return {
    groups: groups.result(),
    features: features.result(),
    codesByModule: codesByModule.result(),
    outcomes: outcomes.result(),
  };
}

/** Counts by key: those that are touched are copied once. */
class Touched<Key extends string> {
  readonly #copies = new Map<Key, Map<CauseKey, Count>>();

  constructor(readonly before: ReadonlyMap<Key, CountsByCause>) {}

  add(key: Key, { cause, jobs, weightMilli }: Added): void {
    const copy = this.#copies.get(key) ?? new Map(this.before.get(key));
    this.#copies.set(key, copy);
    const was = copy.get(cause);
    const sum = {
      jobs: (was?.jobs ?? 0) + jobs,
      // In whole thousandths, as they are kept: sums of fractions would drift.
      weight: (Math.round((was?.weight ?? 0) * 1000) + weightMilli) / 1000,
    };
    // A counter that nothing stands behind any more is gone.
    if (sum.jobs === 0) copy.delete(cause);
    else copy.set(cause, sum);
  }

  result(): ReadonlyMap<Key, CountsByCause> {
    if (!this.#copies.size) return this.before;
    const all = new Map<Key, CountsByCause>(this.before);
    for (const [key, copy] of this.#copies) {
      if (copy.size) all.set(key, copy);
      else all.delete(key);
    }
    return all;
  }
}

/** Counts by two keys. */
class TouchedPairs {
  readonly #touched = new Map<string, Touched<string>>();

  constructor(readonly before: ReadonlyMap<string, ReadonlyMap<string, CountsByCause>>) {}

  of(key: string): Touched<string> {
    const own = this.#touched.get(key) ?? new Touched<string>(this.before.get(key) ?? new Map<string, CountsByCause>());
    this.#touched.set(key, own);
    return own;
  }

  result(): ReadonlyMap<string, ReadonlyMap<string, CountsByCause>> {
    if (!this.#touched.size) return this.before;
    const all = new Map(this.before);
    for (const [key, touched] of this.#touched) {
      const result = touched.result();
      if (result.size) all.set(key, result);
      else all.delete(key);
    }
    return all;
  }
}
