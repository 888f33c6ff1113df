import "server-only";
import { v7 as newId } from "uuid";
import type { JobId } from "@/core/ids";
import { cameBack, rungOfJob, type JobFacts } from "@/core/job";
import { lessonOf, marksOf } from "@/core/lesson";
import type { CommandContext } from "@/server/commands/command";
import { dropFacts, jobsByKey, lockJobs, setComebacks, updateStandings, type KnownJob } from "@/server/db/casebook";
import { giveVersionThatIsDue } from "@/server/db/book-version";
import { LessonSum } from "@/server/db/counters";
import { readFactsOf } from "@/server/db/facts";
import { dropJobMarks, MarkSum } from "@/server/db/job-features";
import { keepWhatJobsTook } from "@/server/db/jobs";
import { letVehiclesWait } from "@/server/db/vehicles-waiting";
import { Breath } from "./breath";
import { readJobs } from "./export";
import { importedJob, type KnownProcedure } from "./facts-of-job";
import { fingerprint } from "./fingerprint";
import type { CasebookJob } from "./shape";
import { jobsToWrite, ReferredTo, type VehiclesByVin, type Written } from "./write-jobs";

/** So many counters are kept in memory before they are written. */
const MOST_IN_MEMORY = 200_000;

/** A job of the file, and its place there. */
export interface Read {
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
}

/** Jobs that are here and that the file tells otherwise. */
interface Before {
  readonly known: ReadonlyMap<string, KnownJob>;
  readonly jobs: ReadonlyMap<string, CasebookJob>;
  readonly facts: ReadonlyMap<JobId, JobFacts>;
}

const COMEBACKS_AT_ONCE = 2000;

interface Settings {
  readonly procedures: ReadonlyMap<string, KnownProcedure>;
  readonly numberAfter: number;
  readonly causesFirst: boolean;
}

/** The jobs of one import: what others write as well is gathered on the way, and written once all of them are there. */
export class ImportOfJobs {
  readonly tally = { added: 0, unchanged: 0, updated: 0 };
  readonly #lessons = new LessonSum();
  readonly #marks = new MarkSum();
  readonly #comebacks: Comeback[] = [];
  readonly #referred: ReferredTo;
  readonly #vehicles: VehiclesByVin = new Map();
  #number: number;

  constructor(
    private readonly context: CommandContext,
    private readonly settings: Settings,
  ) {
    this.#number = settings.numberAfter;
    this.#referred = new ReferredTo(settings.causesFirst);
  }

  /**
   * Makes a batch ready while the one before may still be written.
   * @param before the end of that writing
   * @returns what writes the batch
   */
  async prepare(batch: readonly Read[], before: Promise<void>): Promise<() => Promise<void>> {
    const changed = await this.#differing(batch);
    this.tally.unchanged += batch.length - changed.length;
    const taken = await this.#takeAway(changed, before);
    const written = await this.#written(changed, taken);
    const write = await jobsToWrite(this.context, written, {
      referred: this.#referred,
      vehicles: this.#vehicles,
      nextNumber: () => ++this.#number,
    });
    const { db } = this.context;
    const ids = written.map(({ id }) => id);
    return async () => {
      // One that was here may have been on another vehicle.
      if (taken.known.size) await letVehiclesWait(db, ids);
      await write();
      await keepWhatJobsTook(db, ids);
      await letVehiclesWait(db, ids);
      if (this.#lessons.size > MOST_IN_MEMORY) await this.#lessons.letWait(db);
    };
  }

  /** Lets what was learnt so far wait to be counted: nobody waits for that. */
  async writeLessons(): Promise<void> {
    await this.#lessons.letWait(this.context.db);
  }

  /**
   * Writes what the jobs refer to, which jobs came back (those that they are the comeback of lose their standing), and how often marks stand. To be called
   * once the book is taken over: what a job teaches is read by its words.
   */
  async finish(): Promise<void> {
    await this.#referred.finish(this.context);
    if (this.#comebacks.length) await this.#tieComebacks();
    await this.writeLessons();
    // Every closing gives the book another version and counts its marks: from here on it waits, and no earlier.
    await giveVersionThatIsDue(this.context.db);
    await this.#marks.write(this.context.db);
  }

  /** Those that are not here, or read otherwise. */
  async #differing(batch: readonly Read[]): Promise<readonly Read[]> {
    const { db, site } = this.context;
    const { id: siteId } = site;
    const known = await jobsByKey(
      db,
      siteId,
      batch.map(({ job }) => job.key),
    );
    if (!known.length) return batch;
    const there = await readJobs(
      db,
      siteId,
      known.map(({ key }) => key),
    );
    const breath = new Breath();
    const changed: Read[] = [];
    for (const each of batch) {
      const own = there.get(each.job.key);
      if (!own || fingerprint(own) !== fingerprint(asOnRecord(each.job, own))) changed.push(each);
      await breath.take();
    }
    return changed;
  }

  /** Takes what jobs add up to and teach away, as far as they are here already. */
  async #takeAway(changed: readonly Read[], before: Promise<void>): Promise<Before> {
    const { db, site } = this.context;
    const { id: siteId } = site;
    const keys = changed.map(({ job }) => job.key);
    const here = (await jobsByKey(db, siteId, keys)).map(({ id }) => id);
    if (!here.length) return { known: new Map(), jobs: new Map(), facts: new Map() };
    // While rows are written the triggers are off, and those of what is deleted here have to fire.
    await before;
    await lockJobs(db, here);
    const known = new Map((await jobsByKey(db, siteId, keys)).map((each) => [each.key, each]));
    const jobs = await readJobs(db, siteId, [...known.keys()]);
    const facts = await readFactsOf(
      db,
      [...known.values()].map(({ id }) => id),
    );
    const closed = [...facts.values()].filter((each) => each.closed);
    for (const each of closed) this.#lessons.add(lessonOf(each), -1);
    this.#marks.add(await dropJobMarks(db, [...facts.keys()]), -1, closed.length);
    await dropFacts(db, [...facts.keys()]);
    return { known, jobs, facts };
  }

  async #written(changed: readonly Read[], { known, jobs, facts: old }: Before): Promise<readonly Written[]> {
    const { currency } = this.context.site;
    const written: Written[] = [];
    const breath = new Breath();
    for (const { job, at } of changed) {
      const own = known.get(job.key) ?? null;
      this.tally[own ? "updated" : "added"]++;
      const made = importedJob(job, this.settings.procedures, currency, own?.version ?? 0);
      const earlier = own && old.get(own.id);
      const facts: JobFacts = {
        ...made.facts,
        returned: earlier?.returned === true,
        returnedWhy: earlier?.returnedWhy ?? null,
      };
      const was = jobs.get(job.key)?.comebackOf ?? null;
      if (job.comebackOf !== was) this.#comebacks.push({ key: job.key, of: job.comebackOf, was });
      const marks = facts.closed ? marksOf(facts) : [];
      written.push({ id: own?.id ?? (newId() as JobId), job, at, known: own, entries: made.entries, facts, marks });
      this.#learn([facts], 1);
      await breath.take();
    }
    return written;
  }

  #learn(jobs: readonly JobFacts[], sign: 1 | -1): void {
    for (const facts of jobs) {
      if (!facts.closed) continue;
      this.#lessons.add(lessonOf(facts), sign);
      this.#marks.add(marksOf(facts), sign);
    }
  }

  async #tieComebacks(): Promise<void> {
    const { db, site } = this.context;
    const { id: siteId } = site;
    const touched = [...new Set(this.#comebacks.flatMap(({ of, was }) => [of, was].filter((key) => key !== null)))];
    const ids = new Map((await jobsByKey(db, siteId, touched)).map(({ key, id }) => [key, id]));
    // The file was checked: a job that is gone since is a broken promise, not somebody's mistake.
    for (const { of } of this.#comebacks) if (of !== null && !ids.has(of)) throw new Error(`job ${of} is gone`);
    const jobs = [...ids.values()];
    await lockJobs(db, jobs);
    await this.#learnOf(jobs, -1);
    await setComebacks(db, siteId, this.#comebacks);
    await this.#learnOf(jobs, 1);
  }

  /** Jobs that are here, page by page; once they teach again, the lists know how far they are proved. */
  async #learnOf(jobs: readonly JobId[], sign: 1 | -1): Promise<void> {
    const { db } = this.context;
    for (let from = 0; from < jobs.length; from += COMEBACKS_AT_ONCE) {
      const facts = await readFactsOf(db, jobs.slice(from, from + COMEBACKS_AT_ONCE));
      this.#learn([...facts.values()], sign);
      if (sign < 0) continue;
      await updateStandings(
        db,
        [...facts].map(([id, each]) => ({ id, rung: rungOfJob(each), came_back: cameBack(each) })),
      );
      await keepWhatJobsTook(db, [...facts.keys()]);
      await letVehiclesWait(db, [...facts.keys()]);
    }
  }
}
