import "server-only";
import { isDeepStrictEqual } from "node:util";
import type { JobId } from "@/core/ids";
import { Breath } from "@/server/casebook/breath";
import { readCurrentNames, type CurrentNames } from "@/server/casebook/current-names";
import { asIf } from "@/server/db/as-if";
import { countAlone } from "@/server/db/count-locks";
import { readFactsOf } from "@/server/db/facts";
import { jobsMovedSince, readMoment } from "@/server/db/jobs-moved";
import { letMarksWait } from "@/server/db/marks-waiting";
import { takeTheTimeItNeeds, type Db } from "@/server/db/pool";
import { Difference } from "./difference";
import { markJobsAnew } from "./mark-anew";

/** A change that alters what closed jobs teach, such as merging two words. */
export interface Recount {
  /** Which change it is: what was worked out ahead is of no use to another one. */
  readonly key: string;
  /** Every closed job that the change can touch, or those among some; asked before the change. */
  touched(db: Db, among: readonly JobId[] | null): Promise<readonly JobId[]>;
  change(db: Db): Promise<void>;
}

/** Jobs that are worked out together: where one of them moves meanwhile, all of them are worked out again. */
const FEWEST_TOGETHER = 50;
/** What each part takes away is in memory until all are through. */
const MOST_PARTS = 100;

/** More jobs than these are not marked while nobody can close one. */
const MOST_MARKED = 100;

interface Part {
  readonly jobs: readonly JobId[];
  readonly difference: Difference;
}

/** What a change makes of the counters, worked out before anybody has to wait for it. */
export interface WorkedOut {
  readonly key: string;
  /** As of when. */
  readonly moment: string;
  readonly names: CurrentNames;
  readonly parts: readonly Part[];
  /** What all of them come to; used up where the change is made. */
  readonly all: Difference;
}

/** Told after each part. */
export type TellCounted = (done: number, of: number) => Promise<void>;

/**
 * Works out what a change makes of the counters, on copies of what it changes: nobody waits for it, and nothing of it is kept.
 * @param tables what the change writes
 * @param also what else is to be found out where the change is made
 */
export async function workOutAhead<Found>(
  of: Recount & { readonly tables: readonly string[] },
  also: (db: Db) => Promise<Found>,
  tell: TellCounted = async () => {},
): Promise<{ readonly counted: WorkedOut; readonly found: Found }> {
  return asIf(of.tables, async (db) => {
    await takeTheTimeItNeeds(db);
    const [moment, names] = [await readMoment(db), await readCurrentNames(db)];
    const touched = await of.touched(db, null);
    const parts = partsOf(touched);
    const breath = new Breath();
    let told = 0;
    // First all as it is, then all as it will be.
    const pass = async (add: (part: Part, facts: Awaited<ReturnType<typeof readFactsOf>>) => void) => {
      for (const part of parts) {
        add(part, await readFactsOf(db, part.jobs));
        await breath.take();
        await tell(Math.floor((told += part.jobs.length) / 2), touched.length);
      }
    };
    await pass(({ difference }, facts) => difference.before(facts));
    await of.change(db);
    await pass(({ difference }, facts) => difference.after(facts));
    const all = sumOf(parts);
    return { counted: { key: of.key, moment, names, parts, all }, found: await also(db) };
  });
}

function partsOf(jobs: readonly JobId[]): readonly Part[] {
  const together = Math.max(FEWEST_TOGETHER, Math.ceil(jobs.length / MOST_PARTS));
  return Array.from({ length: Math.ceil(jobs.length / together) }, (_, at) => ({
    jobs: jobs.slice(at * together, (at + 1) * together),
    difference: new Difference(),
  }));
}

function sumOf(parts: readonly Part[]): Difference {
  const all = new Difference();
  for (const { difference } of parts) all.addAll(difference);
  return all;
}

/**
 * Makes a change that alters what jobs teach, and counts those jobs again. Whoever closes a job meanwhile waits: for little where it was worked out
 * ahead and few jobs moved since.
 * @returns how many jobs were counted
 */
export async function recount(db: Db, of: Recount, ahead: WorkedOut | null = null): Promise<{ jobs: number }> {
  await countAlone(db);
  const isOfNow = ahead?.key === of.key && isDeepStrictEqual(await readCurrentNames(db), ahead.names);
  const holds = isOfNow ? ahead : null;
  const moved = holds && new Set(await jobsMovedSince(db, holds.moment));
  const hasMoved = ({ jobs }: Part) => moved?.size && jobs.some((id) => moved.has(id));
  const stale = holds?.parts.filter(hasMoved) ?? [];
  const again = holds && [...(moved ?? []), ...stale.flatMap(({ jobs }) => jobs)];
  const parts = partsOf(await of.touched(db, again && [...new Set(again)]));
  for (const { jobs, difference } of parts) difference.before(await readFactsOf(db, jobs));
  await of.change(db);
  for (const { jobs, difference } of parts) difference.after(await readFactsOf(db, jobs));
  const all = holds?.all ?? new Difference();
  for (const { difference } of stale) all.takeOut(difference);
  for (const { difference } of parts) all.addAll(difference);
  all.sum.dropUnmoved();
  if (all.marked.length > MOST_MARKED) await letMarksWait(db, all.marked);
  else await markJobsAnew(db, all.marked);
  await all.sum.writeInTurn(db);
  const jobsIn = (list: readonly Part[]) => list.reduce((sum, { jobs }) => sum + jobs.length, 0);
  return { jobs: jobsIn(holds?.parts ?? []) - jobsIn(stale) + jobsIn(parts) };
}
