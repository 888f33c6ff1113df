import { item } from "@/core/place";
import "server-only";
import { advise, secondLook, type Advice, type SecondLook } from "@/core/plan";
import { roadsOf, type RoadNow } from "@/core/odds";
import type { Book } from "@/core/book";
import type { JobId } from "@/core/ids";
import { caseOf, PROVED_RUNG, rungOfJob, type JobFacts } from "@/core/job";
import { readBookVersion } from "@/server/db/book-version";
import type { Db } from "@/server/db/pool";
import type { Site } from "@/server/db/sites";
import { loadBook } from "@/server/book/load";

/** What the engine says of a job now: the one place in which the odds of a job are worked out, for every screen and the API. */
export interface Outlook {
  readonly book: Book;
  readonly advice: Advice;
  readonly roads: readonly RoadNow[];
  /** What a second look says of each estimate, in their order; null where it names no cause, or the job is closed. */
  readonly looks: readonly (SecondLook | null)[];
}

interface Kept {
  readonly of: string;
  readonly outlook: Outlook;
}

const MOST_KEPT = 200;
// For the whole process, also when the development server loads this module again.
const kept: typeof globalThis & { deadEndsOutlooks?: Map<JobId, Kept> } = globalThis;

/** @param job its id and the version of it that the facts are of */
export async function outlookOf(
  db: Db,
  site: Site,
  job: { readonly id: JobId; readonly version: number },
  facts: JobFacts,
): Promise<Outlook> {
  const outlooks = (kept.deadEndsOutlooks ??= new Map<JobId, Kept>());
  const { version } = await readBookVersion(db);
  const of = [job.version, facts.closed, version, site.ratePerHour, site.currency].join(" ");
  const found = outlooks.get(job.id);
  if (found?.of === of) return found.outlook;
  const outlook = await workOut(db, site, facts);
  if (outlooks.size >= MOST_KEPT) outlooks.delete(item([...outlooks.keys()], 0));
  outlooks.set(job.id, { of, outlook });
  return outlook;
}

async function workOut(db: Db, site: Site, facts: JobFacts): Promise<Outlook> {
  const file = caseOf(facts);
  const book = await loadBook(db, site, file);
  const advice = advise(book, file);
  const { posterior, closures } = advice;
  const roads = roadsOf(book, file, { posterior, closures, proved: provedCauses(facts) });
  const looks = (facts.estimates ?? []).map(({ cause, amount }) =>
    cause && !facts.closed ? secondLook(book, file, cause, amount.amount) : null,
  );
  return { book, advice, roads, looks };
}

/** The causes of a finding that is proved: their roads run through. */
export function provedCauses(facts: JobFacts): NonNullable<JobFacts["finding"]>["causes"] {
  const proved = facts.finding?.result === "root-cause" && rungOfJob(facts) >= PROVED_RUNG;
  return proved ? (facts.finding?.causes ?? []) : [];
}
