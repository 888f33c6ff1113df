import { type Repair, causeKey, covers, WORKS_AS_DESIGNED, type KnownCause, type Book } from "@/core/book";
import { isRepair, type CaseFile } from "@/core/case";
import { UNPLANNED_REPAIR_MINUTES } from "./outlook";

/** Showing a customer that a thing works as designed, in minutes. */
const EXPLAIN_MINUTES = 15;

export interface CostedRepair {
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
  /** So many cures here took it, where nobody wrote it down; else null. */
  readonly learnt: number | null;
}

/** What each cause's repair takes, in the order of the causes; null for one that was tried. */
export function repairsOf(book: Book, file: CaseFile): readonly (CostedRepair | null)[] {
  const repairs = new Map(book.repairs.map((repair) => [causeKey(repair), repair]));
  const access = accessOf(book, file);
  return book.causes.map((cause) => {
    if (file.repairsTried.some((tried) => isRepair(tried) && covers(tried, cause))) return null;
    const repair = repairs.get(cause.key);
    if (!repair) {
      const minutes = cause.failure === WORKS_AS_DESIGNED ? EXPLAIN_MINUTES : UNPLANNED_REPAIR_MINUTES;
      return { cause, minutes, partsCost: 0, partsMinutes: 0, cost: minutes, planned: false, learnt: null };
    }
    return repairOf(cause, repair, access(repair.access), book.shop.ratePerHour);
  });
}

function repairOf(cause: KnownCause, repair: Repair, accessMinutes: number, ratePerHour: number): CostedRepair {
  const minutes = repair.minutes + accessMinutes;
  const partsCost = repair.partsCost.amount;
  const partsMinutes = (partsCost / ratePerHour) * 60;
  const cost = Math.max(1, minutes + partsMinutes);
  return { cause, minutes, partsCost, partsMinutes, cost, planned: true, learnt: repair.learnt ?? null };
}

/**
 * What an access group takes, once a job: the largest that a procedure or a repair of the book names for it holds, and nothing where it is
 * open already.
 */
export function accessOf({ procedures, repairs }: Book, { access: open }: CaseFile): (group: string | null) => number {
  const minutes = new Map<string, number>();
  for (const { access, accessMinutes } of [...procedures, ...repairs])
    if (access !== null) minutes.set(access, Math.max(minutes.get(access) ?? 0, accessMinutes));
  return (group) => (group === null || open.includes(group) ? 0 : (minutes.get(group) ?? 0));
}
