import "server-only";
import { jobsByKey } from "@/server/db/casebook";
import type { SiteId } from "@/core/ids";
import type { Db } from "@/server/db/pool";
import { validate } from "@/server/input";
import { Breath } from "./breath";
import { JobCheck } from "./check-jobs";
import { jobAsCounted, readCurrentNames } from "./current-names";
import type { KnownProcedure } from "./facts-of-job";
import { planBook, type PlannedBook } from "./import-book";
import { knownProcedure } from "./known-procedure";
import { LineFile } from "./line-file";
import type { Tell } from "./progress";
import { CasebookRefusal, MOST_PROBLEMS } from "./refusal";
import { bookInput, type CasebookJob } from "./shape";
import type { SpooledCasebook } from "./spool";

/** A casebook that was looked at from its first line to its last and can be taken over. */
export interface CheckedCasebook {
  readonly plan: PlannedBook;
  /** The shop's procedures and the file's. */
  readonly procedures: ReadonlyMap<string, KnownProcedure>;
  readonly jobCount: number;
  /** How many of them are not here yet. */
  readonly newJobs: number;
  /** With their words and names as they count here. */
  readonly jobs: () => AsyncIterable<CasebookJob>;
  readonly dispose: () => Promise<void>;
}

const BATCH = 2000;

/**
 * Checks a casebook whole before anything of it is written, without holding anybody up.
 * @param siteId whose jobs it is to become
 * @throws CasebookRefusal with the path of everything that is wrong
 */
export async function checkCasebook(
  db: Db,
  siteId: SiteId,
  { casebook: spooled, tell }: { readonly casebook: SpooledCasebook; readonly tell: Tell },
): Promise<CheckedCasebook> {
  const sent = validate(bookInput, spooled.book);
  if (!sent.ok) throw new CasebookRefusal(sent.problems);
  const plan = await planBook(db, sent.value, await readCurrentNames(db));
  const procedures = new Map(plan.procedures.map((each) => [each.key, knownProcedure(each)]));
  const checked = await LineFile.make();
  try {
    const check = new JobCheck(plan.words, procedures);
    const newJobs = await checkJobs({ db, siteId, check, plan, checked, tell }, spooled).finally(() => checked.end());
    if (check.problems.length) throw new CasebookRefusal(check.problems);
    return {
      plan,
      procedures,
      jobCount: spooled.jobCount,
      newJobs,
      // Each line was checked when it was written.
      jobs: () => checked.values() as AsyncIterable<CasebookJob>,
      dispose: () => checked.dispose(),
    };
  } catch (error) {
    await checked.dispose();
    throw error;
  }
}

interface Checking {
  readonly db: Db;
  readonly siteId: SiteId;
  readonly check: JobCheck;
  readonly plan: PlannedBook;
  readonly checked: LineFile;
  readonly tell: Tell;
}

/** @returns how many of the jobs are not here yet */
async function checkJobs(
  { db, siteId, check, plan, checked, tell }: Checking,
  spooled: SpooledCasebook,
): Promise<number> {
  const breath = new Breath();
  const of = spooled.jobCount;
  const comebacks: Comeback[] = [];
  let [at, newJobs] = [0, 0];
  let keys: string[] = [];
  for await (const value of spooled.jobs()) {
    const job = check.check(value, at);
    if (job) {
      keys.push(job.key);
      if (job.comebackOf !== null) comebacks.push({ of: job.comebackOf, at });
      checked.add(JSON.stringify(jobAsCounted(job, plan.current)));
    }
    at++;
    if (check.problems.length > MOST_PROBLEMS) break;
    await breath.take();
    if (at % BATCH && at < of) continue;
    await checked.breathe();
    newJobs += keys.length - (await jobsByKey(db, siteId, keys)).length;
    keys = [];
    await tell({ stage: "check", done: at, of });
  }
  if (!check.problems.length) await checkComebacks({ db, siteId, check }, comebacks);
  return newJobs;
}

/** Of which job, by its key, the job at a place of the file is the comeback. */
interface Comeback {
  readonly of: string;
  readonly at: number;
}

async function checkComebacks(
  { db, siteId, check }: Pick<Checking, "db" | "siteId" | "check">,
  comebacks: readonly Comeback[],
): Promise<void> {
  const elsewhere = comebacks.filter(({ of }) => !check.holds(of));
  const here = await jobsByKey(
    db,
    siteId,
    elsewhere.map(({ of }) => of),
  );
  const known = new Set(here.map(({ key }) => key));
  for (const { of, at } of elsewhere)
    if (!known.has(of))
      check.problems.push({ path: `jobs[${at}].comebackOf`, message: "is no job of the file or the shop" });
}
