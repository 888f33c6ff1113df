import "server-only";
import { causeName } from "@/core/words";
import { FINDING_WORDS } from "@/core/entries";
import { CLOSED_PAGE, listClosedJobs, type ClosedJobRow } from "@/server/db/job-lists";
import { pool } from "@/server/db/pool";
import type { Site } from "@/server/db/sites";
import { loadLabels } from "@/server/book/load";

export interface ClosedJobView extends ClosedJobRow {
  readonly outcome: string;
}

export interface ClosedJobsList {
  readonly jobs: readonly ClosedJobView[];
  readonly search: string;
  readonly page: number;
  readonly hasMore: boolean;
}

/** One page of closed jobs, the latest first. */
export async function loadClosedJobs(
  site: Site,
  { search, page }: { search: string; page: number },
): Promise<ClosedJobsList> {
  const [rows, labels] = await Promise.all([listClosedJobs(pool(), site.id, search, page), loadLabels(pool())]);
  const jobs = rows.slice(0, CLOSED_PAGE).map((row) => ({
    ...row,
    outcome: row.causes.length
      ? row.causes.map((cause) => causeName(labels, cause)).join(" and ")
      : FINDING_WORDS[row.finding],
  }));
  return { jobs, search, page, hasMore: rows.length > CLOSED_PAGE };
}
