import "server-only";
import type { JobId } from "@/core/ids";
import { lessonOf } from "@/core/lesson";
import { settleIn } from "@/server/casebook/settle-in";
import { lockJobs } from "@/server/db/casebook";
import { countAlone } from "@/server/db/count-locks";
import { LessonSum } from "@/server/db/counters";
import { readFactsOf } from "@/server/db/facts";
import { givingWay } from "@/server/db/give-way";
import { addToFeatureJobs } from "@/server/db/job-features";
import { closedJobIds } from "@/server/db/job-lists";
import { keepWhatJobsTook } from "@/server/db/jobs";
import { markedThoughOpen, miscountedMarks, wronglyMarked } from "@/server/db/marks-checked";
import { inTransaction, inTransactionNotKept, takeTheTimeItNeeds, type Db } from "@/server/db/pool";
import { firstSite } from "@/server/db/sites";
import { letAllVehiclesWait } from "@/server/db/vehicles-waiting";
import { countOthersAhead, countOthersAnew } from "@/server/other-shops/count";
import { markJobsAnew, marksOfAll } from "./mark-anew";
import type { TellCounted } from "./recount";

/** Jobs whose facts are read, or whose marks are written, at once. */
const AT_ONCE = 100;

/**
 * Adds up every closed job again and mends what stands beside it: counters, what jobs are found by, what vehicles say of known failures. Nobody waits
 * for it: what is wrong is found in the database as it stood at one moment, and added as a difference, whatever others count meanwhile. One at a time.
 * @returns how many jobs were counted
 */
export async function rebuildCounters(tell: TellCounted = async () => {}): Promise<number> {
  const jobs = await inTransactionNotKept(async (db) => {
    await standStill(db);
    const ids = await closedJobIds(db);
    const { sum, wrong } = await addUp(db, ids, (done) => tell(done, ids.length));
    const marks = await miscountedMarks(db);
    const others = await othersAhead(db);
    // The next rebuild begins when this one has written what it found.
    await inTransaction((own) => sum.writeInTurn(own));
    await inTransaction((own) => addToFeatureJobs(own, marks));
    await inBatches(wrong, markJobsAnew);
    if (others) await inTransaction((own) => writeOthers(own, others));
    return ids;
  });
  await inBatches(jobs, mendFigures);
  await inTransaction(letAllVehiclesWait);
  await settleIn();
  return jobs.length;
}

/** All that is read from now on stood at this moment; another rebuild waits until this one is through. */
async function standStill(db: Db): Promise<void> {
  await db.query("set transaction isolation level repeatable read");
  await takeTheTimeItNeeds(db);
  // Of all that happens to this table, this holds up nobody but another one that does the same.
  await db.query("lock table feature_jobs in share update exclusive mode");
}

interface AddedUp {
  /** What has to be added to the counters. */
  readonly sum: LessonSum;
  /** Jobs that are found by something else than what they show. */
  readonly wrong: readonly JobId[];
}

async function addUp(db: Db, ids: readonly JobId[], tell: (done: number) => Promise<void>): Promise<AddedUp> {
  const sum = new LessonSum();
  const wrong: JobId[] = [...(await markedThoughOpen(db))];
  for (let from = 0; from < ids.length; from += AT_ONCE) {
    const facts = await readFactsOf(db, ids.slice(from, from + AT_ONCE));
    for (const each of facts.values()) sum.add(lessonOf(each), 1);
    wrong.push(...(await wronglyMarked(db, marksOfAll(facts))));
    await tell(Math.min(from + AT_ONCE, ids.length));
  }
  await sum.lessWhatStands(db);
  return { sum, wrong };
}

async function inBatches(
  ids: readonly JobId[],
  write: (db: Db, batch: readonly JobId[]) => Promise<void>,
): Promise<void> {
  for (let from = 0; from < ids.length; from += AT_ONCE)
    await givingWay((db) => write(db, ids.slice(from, from + AT_ONCE)));
}

/** What pages tell of them. */
async function mendFigures(db: Db, ids: readonly JobId[]): Promise<void> {
  await lockJobs(db, ids);
  await keepWhatJobsTook(db, ids);
}

async function othersAhead(db: Db) {
  const site = await firstSite(db);
  if (!site) return null;
  const counting = { currency: site.currency };
  return { ...counting, ahead: await countOthersAhead({ db, ...counting }) };
}

async function writeOthers(
  db: Db,
  { currency, ahead }: NonNullable<Awaited<ReturnType<typeof othersAhead>>>,
): Promise<void> {
  await countAlone(db);
  await countOthersAnew({ db, currency }, ahead);
}
