import "server-only";
import { createHash } from "node:crypto";
import { advise, secondLook, type Advice, type SecondLook } from "@/core/plan";
import { roadsOf, type RoadNow } from "@/core/odds";
import type { Book } from "@/core/book";
import type { CaseFile } from "@/core/case";
import { caseOf, PROVED_RUNG, rungOfJob, type JobFacts } from "@/core/job";
import type { Db } from "@/server/db/pool";
import type { Site } from "@/server/db/sites";
import { bookVersion, loadBook } from "@/server/book/load";
import { shopDay } from "@/server/shop-day";

/** What the engine says of a job: the one place in which the odds of a job are worked out, for every screen and the API. */
export interface Outlook {
  readonly file: CaseFile;
  readonly book: Book;
  readonly advice: Advice;
  readonly roads: readonly RoadNow[];
  /** What a second look says of each estimate, in their order; null where it names no cause, or the job is closed. */
  readonly looks: readonly (SecondLook | null)[];
}

/** Asks the engine. */
export async function workOut(db: Db, site: Site, facts: JobFacts): Promise<Outlook> {
  const file = caseOf(facts);
  const book = await loadBook(db, site, file);
  const advice = advise(book, file);
  const { posterior, closures } = advice;
  const roads = roadsOf(book, file, { posterior, closures, proved: provedCauses(facts) });
  const looks = (facts.estimates ?? []).map(({ cause, amount }) =>
    cause && !facts.closed ? secondLook(book, file, cause, amount.amount) : null,
  );
  return { file, book, advice, roads, looks };
}

/** From what an outlook is worked out: where all of it is the same, so is the outlook. */
export interface MadeOf {
  /** The case, the shop's rates and the day. */
  readonly madeOf: string;
  /** The book's version. */
  readonly book: string;
}

/** @param now of its day recalls run out */
export async function madeOf(db: Db, site: Site, facts: JobFacts, now: Date): Promise<MadeOf> {
  const { closed, estimates, finding } = facts;
  const of = [caseOf(facts), closed, estimates, finding, provedCauses(facts), site.ratePerHour, site.currency];
  const hash = createHash("sha256").update(JSON.stringify(of)).digest("base64url");
  return { madeOf: `${hash} ${shopDay(site, now)}`, book: await bookVersion(db) };
}

/** The causes of a finding that is proved: their roads run through. */
export function provedCauses(facts: JobFacts): NonNullable<JobFacts["finding"]>["causes"] {
  const proved = facts.finding?.result === "root-cause" && rungOfJob(facts) >= PROVED_RUNG;
  return proved ? (facts.finding?.causes ?? []) : [];
}
