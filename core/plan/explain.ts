import { num } from "@/core/place";
import type { KnownCause, Book } from "@/core/book";
import type { PresentFeature } from "@/core/case";
import type { Plan, TestAction } from "./plan";
import type { Odds, Posterior } from "@/core/odds";
import { whatIf } from "./what-if";

/** A feature says no more for a cause than for any other below this, in nats. */
const EXPLAINED_NATS = 0.1;
/** So many jobs with a cause tell what it shows. */
const TELLING_JOBS = 2;

/**
 * What is there and is not explained by a suspect: symptoms, conditions and codes that are no more usual with it than on any job. A
 * suspect of which no job tells explains nothing and leaves nothing open.
 * @param at the suspect's place in the book
 */
export function stillOpen(posterior: Posterior, at: number): readonly PresentFeature[] {
  return posterior.evidence.flatMap((piece) => {
    const source = piece.source(at);
    if (source?.kind !== "feature" || source.of < TELLING_JOBS) return [];
    return num(piece.weights, at) <= EXPLAINED_NATS ? [source.feature] : [];
  });
}

/** An outcome that would put another suspect first. */
export interface ChangeOfMind {
  readonly procedure: string;
  readonly title: string;
  readonly outcome: string;
  /** How likely the outcome is as things stand. */
  readonly chance: number;
  /** Who would lead then; null for a cause that is not in the book. */
  readonly leader: KnownCause | null;
  readonly probability: number;
}

const LOOKED_AT = 12;
const MOST_CHANGES = 3;
const LEAST_CHANCE = 0.02;

/** Which outcomes of the tests that are left would put another suspect first, the likeliest first. */
export function changesOfMind(book: Book, odds: Posterior, plan: Plan): readonly ChangeOfMind[] {
  const leading = leaderOf(book, odds);
  const tests = plan.actions.filter((action): action is TestAction => action.kind === "test").slice(0, LOOKED_AT);
  const changes = tests.flatMap(({ procedure }) =>
    whatIf(book, odds, procedure).flatMap(({ label, chance, odds: then }): readonly ChangeOfMind[] => {
      const next = leaderOf(book, then);
      if (chance < LEAST_CHANCE || next.leader?.key === leading.leader?.key) return [];
      return [{ procedure: procedure.key, title: procedure.title, outcome: label, chance, ...next }];
    }),
  );
  return changes.sort((a, b) => b.chance - a.chance).slice(0, MOST_CHANGES);
}

function leaderOf({ causes }: Book, { byCause, unknown }: Odds) {
  let [leader, probability]: [KnownCause | null, number] = [null, unknown];
  for (const cause of causes) {
    const p = byCause.get(cause.key) ?? 0;
    if (p > probability) [leader, probability] = [cause, p];
  }
  return { leader, probability };
}

/**
 * Tests that are worth doing once the way to the next one is open: the same access, which is paid once. Without it they would cost hardly
 * more than the next one does.
 */
export function whileThere({ actions, expectedMinutes }: Plan): readonly TestAction[] {
  const [next] = actions;
  if (next?.kind !== "test" || next.procedure.access === null || next.minutes === next.procedure.minutes) return [];
  const { access, key } = next.procedure;
  return actions
    .filter((action): action is TestAction => action.kind === "test")
    .filter(({ procedure }) => procedure.access === access && procedure.key !== key)
    .filter(({ minutes, procedure, expectedMinutesAfter }) => {
      const accessMinutes = minutes - procedure.minutes;
      return expectedMinutesAfter - accessMinutes < expectedMinutes + next.minutes;
    })
    .slice(0, MOST_SETS);
}

const MOST_SETS = 3;
