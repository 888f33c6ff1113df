import "server-only";
import { subDays } from "date-fns";
import type { JobId, PersonId } from "@/core/ids";
import type { Money } from "@/core/book";
import type { Need, Spent } from "@/core/job";
import type { Vehicle } from "@/core/vehicle";
import {
  listComebacks,
  listFollowUpsDue,
  listOpenJobs,
  type AfterJobRow,
  type OpenJobRow,
} from "@/server/db/job-lists";
import { findJob } from "@/server/db/jobs";
import { pool, type Db } from "@/server/db/pool";
import type { Site } from "@/server/db/sites";
import { bookVersion } from "@/server/book/load";
import type { FloorLine } from "@/server/outlook/floor-line";
import { bringUpToDate } from "@/server/outlook/keep";
import { isKeptUp } from "@/server/outlook/keep-up";
import { shopDay } from "@/server/shop-day";

export interface FloorJob {
  readonly id: JobId;
  readonly number: number;
  readonly version: number;
  readonly vehicle: Vehicle;
  readonly plate: string | null;
  readonly complaint: string;
  readonly heldBy: PersonId | null;
  readonly heldByName: string | null;
  readonly openedAt: Date;
  readonly minutes: number;
  readonly need: Need["kind"];
  /** The next action in words: "Command the vane actuator over its travel, 9 min". */
  readonly next: string;
  readonly leading: { readonly name: string; readonly p: number } | null;
  /** What its parts cost so far. */
  readonly parts: Money;
}

export interface Floor {
  readonly jobs: readonly FloorJob[];
  /** Closed jobs whose fault came back and which nobody has opened again. */
  readonly comebacks: readonly AfterJobRow[];
  readonly followUps: readonly AfterJobRow[];
  /** Minutes and parts of the open jobs together, by what they were for. */
  readonly spent: Spent;
}

/** A repair is asked after once it has been driven for a while, and not for ever. */
const FOLLOW_UP_AFTER_DAYS = 7;
const FOLLOW_UP_UNTIL_DAYS = 45;

/** What came back longer ago is history: its page and the numbers tell of it. */
const COMEBACKS_UNTIL_DAYS = 180;

/** Every open job by what it needs now, as it is kept with each. */
export async function loadFloor(site: Site, now: Date): Promise<Floor> {
  const db = pool();
  const longAgo = subDays(now, FOLLOW_UP_UNTIL_DAYS);
  const [rows, comebacks, followUps] = await Promise.all([
    listOpenJobs(db, site.id),
    listComebacks(db, site.id, subDays(now, COMEBACKS_UNTIL_DAYS)),
    listFollowUpsDue(
      db,
      site.id,
      [longAgo, subDays(now, FOLLOW_UP_AFTER_DAYS)],
      [shopDay(site, longAgo), shopDay(site, now)],
    ),
  ]);
  const book = await bookVersion(db);
  const lines: (readonly [OpenJobRow, FloorLine])[] = [];
  for (const row of rows) lines.push([row, holds(row, book) ? row.floor : await lineOf(db, site, row.id, now)]);
  const jobs = lines.map(([row, line]) => floorJob(site, row, line));
  return { jobs, comebacks, followUps, spent: together(lines.map(([, { spent }]) => spent)) };
}

/** Where somebody sees to it that what is kept follows the book, it may be of the one before. */
const holds = (row: OpenJobRow, book: string): row is OpenJobRow & { readonly floor: FloorLine } =>
  row.floor !== null && (row.book === book || isKeptUp());

async function lineOf(db: Db, site: Site, id: JobId, now: Date): Promise<FloorLine> {
  const job = await findJob(db, site.id, id);
  if (!job) throw new Error(`floor: job ${id} is open and cannot be found`);
  return (await bringUpToDate(db, site, job, now)).floor;
}

function together(all: readonly Spent[]): Spent {
  const sum = (of: (spent: Spent) => number) => all.reduce((total, each) => total + of(each), 0);
  return {
    toCauseMinutes: sum(({ toCauseMinutes }) => toCauseMinutes),
    deadEndMinutes: sum(({ deadEndMinutes }) => deadEndMinutes),
    repairMinutes: sum(({ repairMinutes }) => repairMinutes),
    proofMinutes: sum(({ proofMinutes }) => proofMinutes),
    parts: sum(({ parts }) => parts),
    partsInVain: sum(({ partsInVain }) => partsInVain),
  };
}

function floorJob(site: Site, row: OpenJobRow, { need, next, leading, minutes, parts }: FloorLine): FloorJob {
  const { id, number, version, vehicle, plate, complaint, heldBy, heldByName, openedAt } = row;
  return {
    id,
    number,
    version,
    vehicle,
    plate,
    complaint,
    heldBy,
    heldByName,
    openedAt,
    minutes,
    need,
    next,
    leading,
    parts: { amount: parts, currency: site.currency },
  };
}
