import "server-only";
import type { JobId } from "@/core/ids";
import {
  CLOSED_PAGE,
  jobsNamed,
  listClosedJobs,
  type ClosedJobRow,
  type ClosedJobsAsked,
  type ClosedResult,
} from "@/server/db/job-lists";
import { pool } from "@/server/db/pool";
import type { Site } from "@/server/db/sites";
import { loadLabels } from "@/server/book/load";
import { searchVehicles } from "@/server/db/vehicles";
import { jobsFor } from "./ask/ask";
import { outcomeText } from "./outcome";

export interface ClosedJobView extends ClosedJobRow {
  readonly outcome: string;
}

export interface ClosedJobsList {
  readonly jobs: readonly ClosedJobView[];
  readonly search: string;
  readonly result: ClosedResult | null;
  readonly hasMore: boolean;
  /** Jobs of a page. */
  readonly pageSize: number;
}

/** One page of closed jobs. */
export async function loadClosedJobs(site: Site, asked: ClosedJobsAsked, now: Date): Promise<ClosedJobsList> {
  const db = pool();
  const among = asked.search.trim() ? await jobsLike(site, asked.search.trim(), now) : null;
  const [rows, labels] = await Promise.all([listClosedJobs(db, site.id, asked, among), loadLabels(db)]);
  const jobs = rows.slice(0, CLOSED_PAGE).map((row) => ({
    ...row,
    outcome: outcomeText(labels, row),
  }));
  return {
    jobs,
    search: asked.search,
    result: asked.result,
    hasMore: rows.length > CLOSED_PAGE,
    pageSize: CLOSED_PAGE,
  };
}

const LEAST_LETTERS = 2;
/** A job's number is no larger than the database counts. */
const NUMBER = /^\d{1,9}$/;

/** What is meant by a search is what Ask takes it for; a number is a job's as well, and the beginning of a plate names its vehicles. */
async function jobsLike(site: Site, search: string, now: Date): Promise<readonly JobId[]> {
  const db = pool();
  const vehicles = search.length < LEAST_LETTERS ? [] : await searchVehicles(db, site.id, search);
  const named = await jobsNamed(
    db,
    site.id,
    NUMBER.test(search) ? Number(search) : null,
    vehicles.map(({ id }) => id),
  );
  return [...new Set([...named, ...(await jobsFor(db, site, { typed: search, now }))])];
}
