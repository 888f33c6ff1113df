import "server-only";
import type { JobId } from "@/core/ids";
import type { JobFacts } from "@/core/job";
import { recordOdds, type OddsRecord } from "@/core/trail";
import { loadLabels, loadVocabulary } from "@/server/book/load";
import { readFacts } from "@/server/db/facts";
import { minutesOf } from "@/server/db/job-lists";
import type { JobRow } from "@/server/db/jobs";
import { moveOutlook, readOutlook, writeOutlook, type OutlookRow } from "@/server/db/outlooks";
import type { Db } from "@/server/db/pool";
import type { Site } from "@/server/db/sites";
import { findVehicleById, type VehicleRow } from "@/server/db/vehicles";
import { floorLine, leadOf } from "./floor-line";
import { sayIt, type Said } from "./said";
import { madeOf, workOut, type MadeOf } from "./work-out";

/** A job as it is being looked at or changed. */
export interface JobNow {
  readonly job: { readonly id: JobId; readonly version: number };
  readonly facts: JobFacts;
  readonly now: Date;
}

/** What is kept of a job and holds: made of the same case and the same book. */
function holds(kept: OutlookRow | null, made: MadeOf): kept is OutlookRow {
  return kept?.madeOf === made.madeOf && kept.book === made.book;
}

/**
 * Keeps with a job what the engine says of it after a change, within the change's transaction. The engine is asked where the case or the book is another;
 * a note leaves both as they are.
 * @returns the odds as they stand after it
 */
export async function keepAfterChange(db: Db, site: Site, { job, facts, now }: JobNow): Promise<OddsRecord> {
  const made = await madeOf(db, site, facts, now);
  const kept = await readOutlook(db, job.id);
  if (holds(kept, made)) return (await atVersion(db, kept, { job, facts, now })).odds;
  const { advice } = await workOut(db, site, facts);
  const [labels, timed] = [await loadLabels(db), await minutesOf(db, job.id)];
  const odds = recordOdds(advice);
  const floor = floorLine(facts, timed, { lead: leadOf(advice, labels), labels });
  await writeOutlook(db, job.id, { ...made, version: job.version, workedOutAt: now, odds, floor, said: null });
  return odds;
}

/** What is kept and holds, with the floor's line of the job as it is now. */
async function atVersion(db: Db, kept: OutlookRow, { job, facts }: JobNow): Promise<OutlookRow> {
  if (kept.version >= job.version) return kept;
  const { leading, offered } = kept.floor;
  const [labels, timed] = [await loadLabels(db), await minutesOf(db, job.id)];
  const floor = floorLine(facts, timed, { lead: { leading, offered }, labels });
  await moveOutlook(db, job.id, { version: job.version, floor });
  return { ...kept, version: job.version, floor };
}

/** An outlook that a screen can show. */
export type SpokenOutlook = OutlookRow & { readonly said: Said };

/** What the engine says of a job, in words: as it is kept, or put into words now and kept. */
export async function spokenOutlook(
  db: Db,
  site: Site,
  {
    job,
    vehicle,
    facts,
    now,
  }: { readonly job: JobRow; readonly vehicle: VehicleRow; readonly facts: JobFacts; readonly now: Date },
): Promise<SpokenOutlook> {
  const made = await madeOf(db, site, facts, now);
  const kept = await readOutlook(db, job.id);
  if (holds(kept, made) && kept.said) return { ...(await atVersion(db, kept, { job, facts, now })), said: kept.said };
  const outlook = await workOut(db, site, facts);
  const { conditions } = await loadVocabulary(db);
  const said = await sayIt(db, site, {
    job,
    vehicle,
    facts,
    outlook,
    conditions: conditions.map(({ key }) => key),
    now,
  });
  const [labels, timed] = [await loadLabels(db), await minutesOf(db, job.id)];
  const row = {
    ...made,
    version: job.version,
    workedOutAt: now,
    odds: recordOdds(outlook.advice),
    floor: floorLine(facts, timed, { lead: leadOf(outlook.advice, labels), labels }),
    said,
  };
  await writeOutlook(db, job.id, row);
  return row;
}

/** Brings what is kept of a job up to date, in words and all. */
export async function bringUpToDate(db: Db, site: Site, job: JobRow, now: Date): Promise<SpokenOutlook> {
  const facts = await readFacts(db, job.id);
  const vehicle = await findVehicleById(db, job.vehicleId);
  return spokenOutlook(db, site, { job, vehicle, facts, now });
}
