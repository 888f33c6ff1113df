import "server-only";
import { emptyCounters } from "@/server/db/counters";
import { closedJobIds } from "@/server/db/job-lists";
import { countOnAllVehicles } from "@/server/db/known-failure-counts";
import { inTransaction, takeTheTimeItNeeds } from "@/server/db/pool";
import { firstSite } from "@/server/db/sites";
import { countOthersAnew } from "@/server/other-shops/apply";
import { learnFrom } from "./keep";

/**
 * Empties the counters and adds up every closed job again, in one transaction: readers see the old or the new, never half.
 * @returns how many jobs were counted
 */
export async function rebuildCounters(onProgress: (done: number, of: number) => void = () => {}): Promise<number> {
  return inTransaction(async (db) => {
    await takeTheTimeItNeeds(db);
    // Writers of counters wait until the rebuild is through, so that none of theirs is lost.
    await db.query(
      "lock table cause_count, feature_count, outcome_count, trial_count, job_feature, job_word, feature_jobs in exclusive mode",
    );
    await emptyCounters(db);
    const ids = await closedJobIds(db);
    await learnFrom(db, ids, (done) => onProgress(done, ids.length));
    await countOnAllVehicles(db);
    const site = await firstSite(db);
    if (site) await countOthersAnew({ db, currency: site.currency });
    return ids.length;
  });
}
