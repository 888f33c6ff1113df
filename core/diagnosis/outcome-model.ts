import { COULD_NOT_TELL, type Effect, type EffectKind, type Procedure } from "./book";
import { covers, type Cause } from "./cause";
import { addCounts, NO_COUNT, type Count, type CountsByCause, type KnownCause, type Knowledge } from "./counts";

/** Likelihood ratio that a procedure's author declares for an outcome, against a suspect it says nothing about. */
export const DECLARED_RATIO: Record<EffectKind, number> = { confirms: 20, supports: 4, weakens: 1 / 4, clears: 1 / 20 };
/** What the declared effects weigh against the shop's own counts, in jobs. */
const DECLARED_JOBS = 4;

/** P(outcome | cause) of a procedure: from its declared effects, moving to the shop's counts as they grow. */
export interface OutcomeModel {
  readonly outcomes: readonly string[];
  /** For a cause that the procedure says nothing about, and for one that is not in the book. Sums to 1. */
  readonly base: ReadonlyMap<string, number>;
  of(cause: KnownCause): ReadonlyMap<string, number>;
  counts(cause: KnownCause, outcome: string): { readonly seen: Count; readonly of: Count };
}

export function outcomeModel(knowledge: Knowledge, procedure: Procedure): OutcomeModel {
  const counted = knowledge.outcomes.get(procedure.key) ?? new Map<string, CountsByCause>();
  const outcomes = procedure.outcomes.map(({ key }) => key).filter((key) => key !== COULD_NOT_TELL);
  const declared = new Map(procedure.outcomes.map((outcome) => [outcome.key, outcome.effects]));
  const ratio = (outcome: string, cause: KnownCause) => declaredRatio(declared.get(outcome) ?? [], cause);
  const base = declaredBase(procedure, outcomes);
  const counts = (cause: KnownCause, outcome: string) => {
    const of = outcomes.reduce((sum, key) => addCounts(sum, counted.get(key)?.get(cause.key) ?? NO_COUNT), NO_COUNT);
    return { seen: counted.get(outcome)?.get(cause.key) ?? NO_COUNT, of };
  };
  return {
    outcomes,
    base,
    counts,
    of(cause) {
      const raw = normalised(outcomes.map((key) => [key, (base.get(key) ?? 0) * ratio(key, cause)]));
      return new Map(
        outcomes.map((key) => {
          const { seen, of } = counts(cause, key);
          return [key, (seen.weight + DECLARED_JOBS * (raw.get(key) ?? 0)) / (of.weight + DECLARED_JOBS)];
        }),
      );
    },
  };
}

/**
 * How often each outcome shows on a vehicle whose cause the procedure does not speak of. An outcome that confirms something
 * 20 to 1 must be rare elsewhere, at most 1 in 20: its base is the inverse of its strongest ratio.
 */
function declaredBase(procedure: Procedure, outcomes: readonly string[]): ReadonlyMap<string, number> {
  return normalised(
    outcomes.map((key) => {
      const effects = procedure.outcomes.find((outcome) => outcome.key === key)?.effects ?? [];
      const strongest = Math.max(1, ...effects.map(({ effect }) => DECLARED_RATIO[effect]));
      return [key, 1 / strongest];
    }),
  );
}

function normalised(pairs: readonly (readonly [string, number])[]): ReadonlyMap<string, number> {
  const sum = pairs.reduce((total, [, value]) => total + value, 0);
  return new Map(pairs.map(([key, value]) => [key, value / sum]));
}

/** The declared ratio of an outcome for a cause; an effect on the very failure outranks one on the whole component. */
function declaredRatio(effects: readonly Effect[], cause: KnownCause): number {
  const effect = effectOn(effects, cause);
  return effect ? DECLARED_RATIO[effect] : 1;
}

export function effectOn(effects: readonly Effect[], cause: Cause): EffectKind | null {
  const speaking = effects.filter((effect) => covers(effect, cause));
  return (speaking.find(({ failure }) => failure !== null) ?? speaking[0])?.effect ?? null;
}
