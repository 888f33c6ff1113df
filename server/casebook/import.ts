import "server-only";
import { v7 as newId } from "uuid";
import type { JobId } from "@/core/ids";
import { cameBack, rungOfJob, type JobFacts } from "@/core/job";
import { lessonOf } from "@/core/lesson";
import type { CommandContext } from "@/server/commands/command";
import type { InputProblem } from "@/server/commands/refusal";
import { dropFacts, jobsByKey, setComebacks, updateStandings } from "@/server/db/casebook";
import { countAlone, LessonSum } from "@/server/db/counters";
import { keepWhatJobsTook } from "@/server/db/jobs";
import { keepOnAllVehicles } from "@/server/db/known-failure-counts";
import { readFactsOf } from "@/server/db/facts";
import type { Db } from "@/server/db/pool";
import { readAllProcedures } from "@/server/db/procedures";
import { MOST_IN_MEMORY, recount, unlearn } from "@/server/book/keep";
import { validate } from "@/server/input";
import { Breath } from "./breath";
import { JobCheck } from "./check-jobs";
import { jobAsCounted, readCurrentNames } from "./current-names";
import { readJobs } from "./export";
import { importedJob, type KnownProcedure } from "./facts-of-job";
import { fingerprint } from "./fingerprint";
import { importBook, type BookCounts, type Tally } from "./import-book";
import { CasebookRefusal, MOST_PROBLEMS } from "./refusal";
import { bookInput, type CasebookJob } from "./shape";
import type { SpooledCasebook } from "./spool";
import { SeenTo, writeJobs, type Written } from "./write-jobs";

export type ImportAnswer = BookCounts & { readonly jobs: Tally; readonly problems: readonly InputProblem[] };

/** Told how many jobs are done. */
export type Progress = (done: number) => void;

const BATCH = 2000;

/**
 * Takes a casebook over, by keys: whole or not at all, within the caller's transaction; the same file twice changes nothing. Jobs are
 * read, checked and written some hundred at a time; after the first mistake the rest is only checked, to name what else is wrong.
 * @throws CasebookRefusal with the path of everything that is wrong
 */
export async function importCasebook(
  context: CommandContext,
  spooled: SpooledCasebook,
  onProgress: Progress = () => {},
): Promise<ImportAnswer> {
  const { db } = context;
  const book = validate(bookInput, spooled.book);
  if (!book.ok) throw new CasebookRefusal(book.problems);
  await countAlone(db);
  const current = await readCurrentNames(db);
  const { counts, words } = await importBook(context, book.value, current);
  const procedures = new Map((await readAllProcedures(db)).map((each) => [each.key, knownProcedure(each)]));
  const check = new JobCheck(words, procedures);
  const work = new ImportOfJobs(context, procedures);
  let batch: Read[] = [];
  let writing = Promise.resolve();
  let at = 0;
  const breath = new Breath();
  try {
    for await (const value of spooled.jobs()) {
      const job = check.check(value, at);
      if (job) batch.push({ job: jobAsCounted(job, current), at });
      at++;
      if (check.problems.length > MOST_PROBLEMS) break;
      await breath.take();
      if (at % BATCH && at < spooled.jobCount) continue;
      // The database writes one batch while the next is checked.
      await writing;
      if (!check.problems.length) writing = work.write(batch);
      // What goes wrong is told where it is waited for.
      writing.catch(() => {});
      batch = [];
      onProgress(at);
    }
  } finally {
    // Whatever ends the import, nothing is still being written when its transaction ends.
    await writing;
  }
  if (check.problems.length) throw new CasebookRefusal(check.problems);
  await work.finish();
  return { ...counts, jobs: work.tally, problems: [] };
}

/** What the entries of imported tests take from a procedure. */
export function knownProcedure({
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

/** A job of the file, and its place there. */
interface Read {
  readonly job: CasebookJob;
  readonly at: number;
}

/** A vehicle that is here is never changed: when it was built and what it is used for make no other job of one that is here. */
const asOnRecord = (job: CasebookJob, { vehicle: { built = null, uses = null } }: CasebookJob): CasebookJob => ({
  ...job,
  vehicle: { ...job.vehicle, built, uses },
});

/** Which job one is the comeback of, and was until now. */
interface Comeback {
  readonly key: string;
  readonly of: string | null;
  readonly was: string | null;
  readonly at: number;
}

/** The jobs of one import: what is to be done once all of them are there is gathered on the way. */
class ImportOfJobs {
  readonly tally = { added: 0, unchanged: 0, updated: 0 };
  readonly #lessons = new LessonSum();
  readonly #comebacks: Comeback[] = [];
  readonly #seen = new SeenTo();

  constructor(
    private readonly context: CommandContext,
    private readonly procedures: ReadonlyMap<string, KnownProcedure>,
  ) {}

  async write(batch: readonly Read[]): Promise<void> {
    const { db, site } = this.context;
    const keys = batch.map(({ job }) => job.key);
    const known = new Map((await jobsByKey(db, keys)).map((each) => [each.key, each]));
    const before = known.size ? await readJobs(db, [...known.keys()]) : new Map<string, CasebookJob>();
    const breath = new Breath();
    const changed: Read[] = [];
    for (const each of batch) {
      const there = before.get(each.job.key);
      if (!there || fingerprint(there) !== fingerprint(asOnRecord(each.job, there))) changed.push(each);
      await breath.take();
    }
    this.tally.unchanged += batch.length - changed.length;
    const old = await readFactsOf(
      db,
      changed.flatMap(({ job }) => known.get(job.key)?.id ?? []),
    );
    const written: Written[] = [];
    for (const { job, at } of changed) {
      const own = known.get(job.key) ?? null;
      this.tally[own ? "updated" : "added"]++;
      const made = importedJob(job, this.procedures, site.currency, own?.version ?? 0);
      const returned = own !== null && old.get(own.id)?.returned === true;
      const returnedWhy = (own && old.get(own.id)?.returnedWhy) ?? null;
      const was = before.get(job.key)?.comebackOf ?? null;
      if (job.comebackOf !== was) this.#comebacks.push({ key: job.key, of: job.comebackOf, was, at });
      const id = own?.id ?? (newId() as JobId);
      written.push({ id, job, at, known: own, entries: made.entries, facts: { ...made.facts, returned, returnedWhy } });
      await breath.take();
    }
    if (old.size) {
      await unlearn(db, [...old]);
      await dropFacts(db, [...old.keys()]);
    }
    await writeJobs(this.context, written, this.#seen);
    await keepWhatJobsTook(
      db,
      written.map(({ id }) => id),
    );
    for (const { facts } of written) {
      this.#lessons.add(lessonOf(facts), 1);
      await breath.take();
    }
    if (this.#lessons.size > MOST_IN_MEMORY) await this.#lessons.write(db);
  }

  /** Writes what was learnt, then which jobs came back: those that they are the comeback of lose their standing. */
  async finish(): Promise<void> {
    const { db } = this.context;
    await this.#lessons.write(db);
    if (this.#comebacks.length) await this.#tieComebacks();
    await keepOnAllVehicles(db);
  }

  async #tieComebacks(): Promise<void> {
    const { db } = this.context;
    const touched = [...new Set(this.#comebacks.flatMap(({ of, was }) => [of, was].filter((key) => key !== null)))];
    const ids = new Map((await jobsByKey(db, touched)).map(({ key, id }) => [key, id]));
    const missing = this.#comebacks.filter(({ of }) => of !== null && !ids.has(of));
    if (missing.length)
      throw new CasebookRefusal(
        missing.map(({ at }) => ({ path: `jobs[${at}].comebackOf`, message: "is no job of the file or the shop" })),
      );
    const jobs = [...ids.values()];
    await recount(
      db,
      async () => jobs,
      () => setComebacks(db, this.#comebacks),
    );
    for (let from = 0; from < jobs.length; from += BATCH)
      await setStandings(db, await readFactsOf(db, jobs.slice(from, from + BATCH)));
  }
}

/** Writes how far each finding is proved, for the lists. */
async function setStandings(db: Db, jobs: ReadonlyMap<JobId, JobFacts>): Promise<void> {
  const rows = [...jobs].map(([id, facts]) => ({ id, rung: rungOfJob(facts), came_back: cameBack(facts) }));
  await updateStandings(db, rows);
}
