import "server-only";
import {
  CLOSED_PAGE,
  listClosedJobs,
  type ClosedJobRow,
  type ClosedJobsAsked,
  type ClosedResult,
} from "@/server/db/job-lists";
import { pool } from "@/server/db/pool";
import type { Site } from "@/server/db/sites";
import { loadLabels } from "@/server/book/load";
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
export async function loadClosedJobs(site: Site, asked: ClosedJobsAsked): Promise<ClosedJobsList> {
  const [rows, labels] = await Promise.all([listClosedJobs(pool(), site.id, asked), loadLabels(pool())]);
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
