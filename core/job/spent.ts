import { curePart, partsAsTheyStand, type JobFacts } from "./job";

/** An entry of the trail with the minutes that count of it. */
export interface TimedEntry {
  readonly seq: number;
  readonly kind: string;
  readonly minutes: number;
}

/** Where a job's minutes went. */
export interface Spent {
  /** Looking and testing until the cure, or until now. */
  readonly toCauseMinutes: number;
  /** Parts that changed nothing. */
  readonly deadEndMinutes: number;
  readonly repairMinutes: number;
  /** What was done after the cure to prove it. */
  readonly proofMinutes: number;
  /** Parts, in the shop's currency: what stayed in, and what was in vain. */
  readonly parts: number;
  readonly partsInVain: number;
}

const REPAIRS: ReadonlySet<string> = new Set(["part", "part-result"]);
const PROOF: ReadonlySet<string> = new Set(["proof", "second-look"]);

/** Adds a job's minutes and parts up by what they were for. Every minute is counted once. */
export function spentOn(job: JobFacts, entries: readonly TimedEntry[]): Spent {
  const parts = partsAsTheyStand(job);
  const cure = curePart(job)?.seq ?? Number.POSITIVE_INFINITY;
  const inVain = new Set(parts.flatMap(({ seq, result }) => (result === "no-change" ? seq : [])));
  let [toCauseMinutes, deadEndMinutes, repairMinutes, proofMinutes] = [0, 0, 0, 0];
  for (const { seq, kind, minutes } of entries) {
    if (kind === "part" && inVain.has(seq)) deadEndMinutes += minutes;
    else if (REPAIRS.has(kind)) repairMinutes += minutes;
    else if (PROOF.has(kind) || seq > cure) proofMinutes += minutes;
    else toCauseMinutes += minutes;
  }
  const cost = (wanted: boolean) =>
    parts.reduce((sum, { result, cost: { amount } }) => ((result === "no-change") === wanted ? sum + amount : sum), 0);
  return { toCauseMinutes, deadEndMinutes, repairMinutes, proofMinutes, parts: cost(false), partsInVain: cost(true) };
}
