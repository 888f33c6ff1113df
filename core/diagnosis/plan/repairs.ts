import type { Fix } from "../book";
import type { CaseFile } from "../case-file";
import { causeKey, covers, WORKS_AS_DESIGNED } from "../cause";
import type { KnownCause, Knowledge } from "../counts";
import { UNPLANNED_FIX_MINUTES } from "./outlook";

/** Showing a customer that a thing works as designed, in minutes. */
const EXPLAIN_MINUTES = 15;

export interface Repair {
  readonly cause: KnownCause;
  /** Access included where it is not open yet. */
  readonly minutes: number;
  readonly partsCost: number;
  /** The part's price in minutes, at the shop's rate. */
  readonly partsMinutes: number;
  /** Minutes and parts: what trying it costs; a minute at least. */
  readonly cost: number;
  /** Whether the book holds it. */
  readonly planned: boolean;
}

/** What each cause's repair takes, in the order of the causes; null for one that was tried. */
export function repairsOf(knowledge: Knowledge, file: CaseFile): readonly (Repair | null)[] {
  const fixes = new Map(knowledge.fixes.map((fix) => [causeKey(fix), fix]));
  const access = accessOf(knowledge, file);
  return knowledge.causes.map((cause) => {
    if (file.fixesTried.some((tried) => covers(tried, cause))) return null;
    const fix = fixes.get(cause.key);
    if (!fix) {
      const minutes = cause.failure === WORKS_AS_DESIGNED ? EXPLAIN_MINUTES : UNPLANNED_FIX_MINUTES;
      return { cause, minutes, partsCost: 0, partsMinutes: 0, cost: minutes, planned: false };
    }
    return repairOf(cause, fix, access(fix.access), knowledge.shop.ratePerHour);
  });
}

function repairOf(cause: KnownCause, fix: Fix, accessMinutes: number, ratePerHour: number): Repair {
  const minutes = fix.minutes + accessMinutes;
  const partsCost = fix.partsCost.amount;
  const partsMinutes = (partsCost / ratePerHour) * 60;
  return { cause, minutes, partsCost, partsMinutes, cost: Math.max(1, minutes + partsMinutes), planned: true };
}

/**
 * What an access group takes, once a job: the largest that a procedure or a repair of the book names for it holds, and nothing where it is
 * open already.
 */
export function accessOf(
  { procedures, fixes }: Knowledge,
  { access: open }: CaseFile,
): (group: string | null) => number {
  const minutes = new Map<string, number>();
  for (const { access, accessMinutes } of [...procedures, ...fixes])
    if (access !== null) minutes.set(access, Math.max(minutes.get(access) ?? 0, accessMinutes));
  return (group) => (group === null || open.includes(group) ? 0 : (minutes.get(group) ?? 0));
}
