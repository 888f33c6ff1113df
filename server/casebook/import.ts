import "server-only";
import { randomUUID } from "node:crypto";
import { presentFeatures } from "@/core/diagnosis";
import type { JobId } from "@/core/ids";
import { lessonOf, type Lesson } from "@/core/knowledge";
import type { CommandContext } from "@/server/commands/command";
import type { InputProblem } from "@/server/commands/refusal";
import { addFeaturesOfJobs, dropFacts, jobsByKey, setComebacks } from "@/server/db/casebook";
import { applyLesson, countAlone } from "@/server/db/counters";
import { readFacts } from "@/server/db/facts";
import { readAllProcedures } from "@/server/db/procedures";
import { unlearn } from "@/server/knowledge/keep";
import { validate } from "@/server/input";
import { checkedJobs } from "./check-jobs";
import { readJobs } from "./export";
import { importedJob, type KnownProcedure } from "./facts-of-job";
import { fingerprint } from "./fingerprint";
import { importBook, type BookCounts, type Tally } from "./import-book";
import { CasebookRefusal } from "./refusal";
import { bookInput, type CasebookJob } from "./shape";
import { writeJobs, type Written } from "./write-jobs";

export type ImportAnswer = BookCounts & { readonly jobs: Tally; readonly problems: readonly InputProblem[] };

const BATCH = 500;

/**
 * Takes a casebook over, by keys: whole or not at all, within the caller's transaction; the same file twice changes nothing.
 * @throws CasebookRefusal with the path of everything that is wrong
 */
export async function importCasebook(context: CommandContext, value: unknown): Promise<ImportAnswer> {
  const { db } = context;
  const book = validate(bookInput, value);
  if (!book.ok) throw new CasebookRefusal(book.problems);
  await countAlone(db);
  const { counts, words } = await importBook(context, book.value);
  const procedures = new Map((await readAllProcedures(db)).map((each) => [each.key, knownProcedure(each)]));
  const jobs = checkedJobs(book.value.jobs, words, procedures);
  const tally = { added: 0, unchanged: 0, updated: 0 };
  for (let from = 0; from < jobs.length; from += BATCH)
    await importBatch(context, { jobs: jobs.slice(from, from + BATCH), from, procedures }, tally);
  await linkComebacks(context, jobs);
  return { ...counts, jobs: tally, problems: [] };
}

function knownProcedure({
  title,
  access,
  version,
  outcomes,
}: Awaited<ReturnType<typeof readAllProcedures>>[number]): KnownProcedure {
  return {
    title,
    access,
    version,
    outcomes: new Map(outcomes.map(({ key, label, effects }) => [key, { label, effects }])),
  };
}

interface Batch {
  readonly jobs: readonly CasebookJob[];
  /** The place of the first in the file. */
  readonly from: number;
  readonly procedures: ReadonlyMap<string, KnownProcedure>;
}

async function importBatch(
  context: CommandContext,
  { jobs, from, procedures }: Batch,
  tally: { added: number; unchanged: number; updated: number },
): Promise<void> {
  const { db, site } = context;
  const keys = jobs.map(({ key }) => key);
  const known = new Map((await jobsByKey(db, keys)).map((each) => [each.key, each]));
  const before = known.size ? await readJobs(db, [...known.keys()]) : new Map<string, CasebookJob>();
  const written: Written[] = [];
  for (const [nth, job] of jobs.entries()) {
    const own = known.get(job.key) ?? null;
    const there = before.get(job.key);
    if (own && there && fingerprint(there) === fingerprint(job)) {
      tally.unchanged++;
      continue;
    }
    tally[own ? "updated" : "added"]++;
    const made = importedJob(job, procedures, site.currency, own?.version ?? 0);
    written.push({ ...made, id: own?.id ?? (randomUUID() as JobId), job, at: from + nth, known: own });
  }
  for (const { known: own } of written)
    if (own) {
      await unlearn(db, own.id, await readFacts(db, own.id));
      await dropFacts(db, own.id);
    }
  await writeJobs(context, written);
  await learnAll(context, written);
}

/** What the jobs of a batch teach, added up before it is written. */
async function learnAll({ db }: CommandContext, written: readonly Written[]): Promise<void> {
  const closed = written.filter(({ facts }) => facts.closed);
  const lessons = closed.map(({ facts }) => lessonOf(facts));
  const all: Lesson = {
    causes: lessons.flatMap(({ causes }) => causes),
    features: lessons.flatMap(({ features }) => features),
    outcomes: lessons.flatMap(({ outcomes }) => outcomes),
    trials: lessons.flatMap(({ trials }) => trials),
  };
  await applyLesson(db, all, 1);
  const features = closed.flatMap(({ id, facts }) =>
    presentFeatures(facts.symptoms, facts.codes).map(({ key }) => ({ jobId: id, feature: key })),
  );
  await addFeaturesOfJobs(db, features, closed.length);
}

async function linkComebacks({ db }: CommandContext, jobs: readonly CasebookJob[]): Promise<void> {
  const rows = jobs.flatMap(({ key, comebackOf }) => (comebackOf === null ? [] : [{ key, of: comebackOf }]));
  if (!rows.length) return;
  const found = await jobsByKey(
    db,
    rows.map(({ of }) => of),
  );
  const known = new Set(found.map(({ key }) => key));
  const missing = jobs.flatMap(({ comebackOf }, at) =>
    comebackOf !== null && !known.has(comebackOf)
      ? [{ path: `jobs[${at}].comebackOf`, message: "is no job of the file or the shop" }]
      : [],
  );
  if (missing.length) throw new CasebookRefusal(missing);
  await setComebacks(db, rows);
}
