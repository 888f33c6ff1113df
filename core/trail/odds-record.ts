import { causeKey, type CauseKey } from "@/core/book";
import type { Advice } from "@/core/plan";
import type { Closure } from "@/core/odds";

/** What the engine thought after an entry, kept with it: the trail map draws these and never recomputes the past. */
export interface OddsRecord {
  readonly suspects: readonly { readonly cause: CauseKey; readonly p: number }[];
  readonly unknown: number;
  readonly closed: readonly { readonly cause: CauseKey; readonly by: Closure["by"] }[];
  readonly next: NextRecord | null;
  readonly expectedMinutes: number;
}

export type NextRecord =
  | { readonly kind: "test"; readonly procedure: string; readonly minutes: number }
  | { readonly kind: "repair"; readonly cause: CauseKey; readonly minutes: number };

/** Suspects kept with an entry: enough for every road that a map can show; the rest is under a hundredth each. */
const KEPT_SUSPECTS = 16;
const KEPT_P = 0.005;

/** The odds as they are kept with an entry: the roads worth drawing, and what was next. */
export function recordOdds(advice: Advice): OddsRecord {
  const closed = advice.closures.map(({ cause, by }) => ({ cause, by }));
  const kept = new Set([...closed.map(({ cause }) => cause), ...advice.named.map((cause) => causeKey(cause))]);
  const suspects = advice.suspects
    .filter(({ cause, probability }, rank) => kept.has(cause.key) || (rank < KEPT_SUSPECTS && probability >= KEPT_P))
    .map(({ cause, probability }) => ({ cause: cause.key, p: round(probability) }));
  const { plan, unknown } = advice;
  return {
    suspects,
    unknown: round(unknown),
    closed,
    next: nextOf(advice),
    expectedMinutes: Math.round(plan.expectedMinutes),
  };
}

function nextOf({ plan }: Advice): NextRecord | null {
  const best = plan.actions[0];
  if (!best) return null;
  const minutes = best.minutes;
  return best.kind === "test"
    ? { kind: "test", procedure: best.procedure.key, minutes }
    : { kind: "repair", cause: best.cause.key, minutes };
}

function round(p: number): number {
  return Math.round(p * 1e6) / 1e6;
}

/** Recorded odds under the names that causes have now: two that became one count together. */
export function renamedOdds(odds: OddsRecord, current: (key: CauseKey) => CauseKey): OddsRecord {
  const p = new Map<CauseKey, number>();
  for (const suspect of odds.suspects) p.set(current(suspect.cause), (p.get(current(suspect.cause)) ?? 0) + suspect.p);
  const suspects = [...p].map(([cause, sum]) => ({ cause, p: sum }));
  return { ...odds, suspects, closed: odds.closed.map((each) => ({ ...each, cause: current(each.cause) })) };
}
