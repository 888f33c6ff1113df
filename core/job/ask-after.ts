import type { Rung } from "@/core/proof";
import type { JobFacts } from "./job";
import { howOften } from "./proved";

/** A repair is asked after sooner where less was proved, days by rung. */
const BY_RUNG: Readonly<Record<Rung, number>> = { 0: 3, 1: 7, 2: 7, 3: 14, 4: 21, 5: 60 };
/** With one try a day, so many times its rhythm has to pass in silence for 95 in 100 (rule of three; Hanley and Lippman-Hand 1983). */
const RHYTHMS = 3;
const MOST_DAYS = 120;

/**
 * In how many days somebody asks whether a repair held: by how far it is proved, and not before a fault that came one time in n would have shown
 * itself again.
 */
export function askAfterDays(job: JobFacts, rung: Rung): number {
  const often = howOften(job);
  const oneIn = often?.kind === "tried" ? often.tries / often.shown : often ? often.oneIn : 1;
  const rhythm = oneIn > 1 ? Math.ceil(RHYTHMS * oneIn) : 0;
  return Math.min(MOST_DAYS, Math.max(BY_RUNG[rung], rhythm));
}
