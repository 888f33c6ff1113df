import "server-only";
import { item } from "@/core/place";
import { actionWhy, evidenceName, lowerFirst, reasonText, type Labels } from "@/core/words";
import { advise, type Action, type Advice, type Plan } from "@/core/plan";
import type { CaseFile } from "@/core/case";
import type { Cause, Book } from "@/core/book";
import type { RoadNow } from "@/core/odds";
import type { JobId } from "@/core/ids";
import { bookAsOf } from "@/server/db/book-news";
import { jobsWithCauses, jobsWithTrials } from "@/server/db/advice-jobs";
import { readFacts } from "@/server/db/facts";
import type { JobRow } from "@/server/db/jobs";
import type { Db } from "@/server/db/pool";
import type { Site } from "@/server/db/sites";
import { loadBook, loadLabels } from "@/server/book/load";
import { workOut } from "@/server/outlook/work-out";
import { explanations } from "./advice-view";
import { deadEnds, likeJobs, type DeadEndView } from "./been-here";

/** Suspects whose reasons are told; the others are there with their odds. */
const EXPLAINED = 12;
/** So many parts are named of which one may fail in a way that is not in the book; a vocabulary may hold ten thousand. */
const MOST_UNLISTED = 500;

/** The answer of `POST /api/v1/advice`: who has been here before, and what to do next. Nothing is stored. */
export async function adviceAnswer(db: Db, site: Site, file: CaseFile): Promise<object> {
  const book = await loadBook(db, site, file);
  return answerOf(db, site, { file, book, advice: advise(book, file), self: null });
}

/** The same of a job on record, as its sheet shows it. */
export async function jobAdviceAnswer(db: Db, site: Site, job: JobRow): Promise<object> {
  const facts = await readFacts(db, job.id);
  const { file, book, advice, roads } = await workOut(db, site, facts);
  const answer = await answerOf(db, site, { file, book, advice, self: job.id });
  return {
    ...answer,
    version: job.version,
    roads: roads.map(({ cause: { component, failure }, state, probability, closedBy }) => ({
      component,
      failure,
      state,
      probability,
      closedBy: closedBy && closedByText(closedBy),
    })),
  };
}

/** "repaired in vain", or what the test that closed it came to. */
export const closedByText = (by: NonNullable<RoadNow["closedBy"]>): string =>
  by.kind === "tried" ? "repaired in vain" : `${by.title}: ${lowerFirst(by.outcome)}`;

interface Asked {
  readonly file: CaseFile;
  readonly book: Book;
  readonly advice: Advice;
  /** The job itself, which is not like itself. */
  readonly self: JobId | null;
}

async function answerOf(db: Db, site: Site, { file, book, advice, self }: Asked): Promise<object> {
  const labels = await loadLabels(db);
  const { plan, posterior } = advice;
  const byKey = new Map<string, Cause>(book.causes.map((cause) => [cause.key, cause]));
  const causeOf = (key: string) => byKey.get(key) ?? null;
  return {
    suspects: await suspectsOf(db, advice, labels),
    unknown: advice.unknown,
    unknownIn: posterior.unlisted.components
      .slice(0, MOST_UNLISTED)
      .map(([component, probability]) => ({ component, probability })),
    next: plan.actions.map((action) => nextOf(action, { plan, labels, causeOf, currency: site.currency })),
    expectedMinutes: plan.expectedMinutes,
    expectedWorkMinutes: plan.expectedWorkMinutes,
    expectedParts: { amount: plan.expectedParts, currency: site.currency },
    ...beside(advice, book, labels),
    similar: await similarTo(db, file, { labels, advice, self, siteId: site.id }),
    deadEnds: await deadEndsFor(db, file, await deadEnds(db, file, labels, site)),
    asOf: bookAsOf().toISOString(),
  };
}

async function suspectsOf(db: Db, { suspects }: Advice, labels: Labels) {
  const jobs = await jobsWithCauses(
    db,
    suspects.slice(0, EXPLAINED).map(({ cause }) => cause.key),
  );
  return suspects.map(({ cause: { component, failure, key }, probability, reasons }, at) => ({
    component,
    failure,
    probability,
    because:
      at < EXPLAINED
        ? reasons().map((reason) => ({
            evidence: evidenceName(labels, reason.source),
            weight: reason.weight,
            text: reasonText(labels, reason),
          }))
        : [],
    jobs: jobs.get(key) ?? [],
  }));
}

interface InWords {
  readonly plan: Plan;
  readonly labels: Labels;
  readonly causeOf: (key: string) => Cause | null;
  readonly currency: string;
}

function nextOf(action: Action, { plan, labels, causeOf, currency }: InWords) {
  const why = actionWhy(labels, action, plan, causeOf);
  const { minutes, expectedMinutesAfter } = action;
  if (action.kind === "test")
    return { kind: "test", procedure: action.procedure.key, minutes, bits: action.bits, expectedMinutesAfter, why };
  const { component, failure } = action.cause;
  const partsCost = { amount: action.partsCost, currency };
  return { kind: "fix", component, failure, minutes, partsCost, expectedMinutesAfter, why };
}

/** What the arithmetic says beside the odds: pairs of causes, what stays open, what would change the lead. */
function beside(advice: Advice, book: Book, labels: Labels) {
  const { stillOpen, changes, whileThere } = explanations(advice, book, labels);
  const pairs = advice.posterior.pairs().map(({ causes, probability }) => ({
    causes: causes.map(({ component, failure }) => ({ component, failure })),
    probability,
  }));
  return { pairs, stillOpen, wouldChange: changes, whileThere };
}

async function similarTo(db: Db, file: CaseFile, what: Parameters<typeof likeJobs>[2]) {
  const like = await likeJobs(db, file, what);
  return like.map(({ key, score, because }) => ({ job: key, score, because }));
}

/** Dead ends with the jobs behind them, as the contract writes them. */
export async function deadEndsFor(db: Db, file: CaseFile, ends: readonly DeadEndView[]) {
  const jobs = await jobsWithTrials(
    db,
    ends,
    file.symptoms.map(({ key }) => key),
  );
  return ends.map(({ kind, subject, tried, helped, minutesLost, costLost }, at) => ({
    kind,
    ...(kind === "part" ? { component: subject } : { procedure: subject }),
    tried,
    helped,
    minutesLost,
    costLost,
    jobs: item(jobs, at),
  }));
}
