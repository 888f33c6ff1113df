import "server-only";
import type { JobId, SiteId } from "@/core/ids";
import type { Db } from "@/server/db/pool";

/** The channel on which a changed job is told to every instance of the application. */
export const JOB_CHANNEL = "dead_ends_job";

export interface JobNews {
  readonly siteId: SiteId;
  readonly jobId: JobId;
  readonly version: number;
  /** The job itself did not change, a picture beside its trail did. */
  readonly files?: true;
}

/** Told to listeners when the transaction commits, and never where it does not. */
export async function announceJob(db: Db, news: JobNews): Promise<void> {
  await db.query("select pg_notify($1, $2)", [JOB_CHANNEL, JSON.stringify(news)]);
}
