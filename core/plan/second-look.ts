import { causeKey, type Book, type Cause } from "@/core/book";
import type { CaseFile } from "@/core/case";
import { advise } from "./advice";

/** What testing first costs and saves against a big estimate, with the odds as they stand. */
export interface SecondLook {
  /** How likely it is that what was estimated cures it. */
  readonly probability: number;
  /** What all takes on average, in money, if the estimate is followed first, and if it is not. */
  readonly followed: number;
  readonly testedFirst: number;
  /** The test to begin with; null where none tells more than the repair itself. */
  readonly test: { readonly procedure: string; readonly title: string; readonly minutes: number } | null;
  /** The likeliest other cause, with what its repair takes in parts. */
  readonly other: { readonly cause: Cause; readonly probability: number; readonly parts: number } | null;
}

/**
 * Weighs an estimate for a cause against testing first: the plan is made once with the estimate as the price of that cause's repair.
 * @param amount of the estimate, parts and work together, in the shop's currency
 * @returns null where the book does not know the cause
 */
export function secondLook(book: Book, file: CaseFile, cause: Cause, amount: number): SecondLook | null {
  const key = causeKey(cause);
  if (!book.causes.some((each) => each.key === key)) return null;
  const { ratePerHour, currency } = book.shop;
  const estimated = {
    ...cause,
    minutes: 0,
    access: null,
    accessMinutes: 0,
    partsCost: { amount, currency },
  };
  const repairs = [...book.repairs.filter((each) => causeKey(each) !== key), estimated];
  const { plan, suspects } = advise({ ...book, repairs }, file);
  const money = (minutes: number) => (minutes / 60) * ratePerHour;
  const probability = suspects.find((each) => each.cause.key === key)?.probability ?? 0;
  const own = plan.actions.find((action) => action.kind === "repair" && action.cause.key === key);
  const [best] = plan.actions;
  const other = suspects.find((each) => each.cause.key !== key);
  const parts = other && repairs.find((each) => causeKey(each) === other.cause.key)?.partsCost.amount;
  // What is too unlikely to be planned with is paid for, and all the rest comes after it.
  const followed = own ? money(own.expectedMinutesAfter) : amount + (1 - probability) * money(plan.expectedMinutes);
  return {
    probability,
    followed,
    testedFirst: money(plan.expectedMinutes),
    test:
      best?.kind === "test"
        ? { procedure: best.procedure.key, title: best.procedure.title, minutes: best.minutes }
        : null,
    other: other ? { cause: other.cause, probability: other.probability, parts: parts ?? 0 } : null,
  };
}
