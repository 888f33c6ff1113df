import type { CaseFile } from "@/core/case";
import type { Cause, KnownCause, Book } from "@/core/book";
import type { Reason } from "@/core/evidence";
import { planOf, type Plan } from "./plan";
import { posteriorOf, reasonsFor, type Posterior, closuresOf, type Closure } from "@/core/odds";

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
 * @example advise(book, caseFile).suspects[0]?.probability // 0.61
 */
export function advise(book: Book, file: CaseFile): Advice {
  const posterior = posteriorOf(book, file);
  const suspects = book.causes
    .map((cause, at) => ({
      cause,
      probability: posterior.byCause.get(cause.key) ?? 0,
      reasons: () => reasonsFor(posterior, book, at),
    }))
    .sort((a, b) => b.probability - a.probability || a.cause.key.localeCompare(b.cause.key));
  const plan = planOf(book, file, posterior);
  return {
    suspects,
    unknown: posterior.unknown,
    posterior,
    plan,
    closures: closuresOf(book, posterior, file),
    named: file.named ?? [],
  };
}
