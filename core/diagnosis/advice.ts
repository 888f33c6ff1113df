import type { CaseFile } from "./case-file";
import type { Cause } from "./cause";
import type { KnownCause, Knowledge } from "./counts";
import type { Reason } from "./evidence";
import { planOf, type Plan } from "./plan";
import { posteriorOf, reasonsFor, type Posterior } from "./posterior";
import { closuresOf, type Closure } from "./roads";

export interface Suspect {
  readonly cause: KnownCause;
  readonly probability: number;
  /** What speaks for and against it, the firmest first: worked out when somebody asks, since most suspects are never explained. */
  reasons(): readonly Reason[];
}

export interface Advice {
  /** Most likely first; probabilities and `unknown` sum to 1. */
  readonly suspects: readonly Suspect[];
  readonly unknown: number;
  readonly plan: Plan;
  readonly closures: readonly Closure[];
  /** Suspects that a technician named. */
  readonly named: readonly Cause[];
  readonly posterior: Posterior;
}

/**
 * From what is known of a job to what to do next. Pure: reads the counters it is given and nothing else.
 * @example advise(knowledge, caseFile).suspects[0]?.probability // 0.61
 */
export function advise(knowledge: Knowledge, file: CaseFile): Advice {
  const posterior = posteriorOf(knowledge, file);
  const suspects = knowledge.causes
    .map((cause, at) => ({
      cause,
      probability: posterior.byCause.get(cause.key) ?? 0,
      reasons: () => reasonsFor(posterior, knowledge, at),
    }))
    .sort((a, b) => b.probability - a.probability || a.cause.key.localeCompare(b.cause.key));
  const plan = planOf(knowledge, file, posterior);
  return {
    suspects,
    unknown: posterior.unknown,
    posterior,
    plan,
    closures: closuresOf(knowledge, posterior, file),
    named: file.named ?? [],
  };
}
