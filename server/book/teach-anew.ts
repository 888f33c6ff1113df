import "server-only";
import { cameBack, rungOfJob } from "@/core/job";
import { readFactsOf } from "@/server/db/facts";
import { closedJobIds } from "@/server/db/job-lists";
import { setJobStanding } from "@/server/db/jobs";
import { inTransaction, pool } from "@/server/db/pool";
import { noteTheseRules } from "./lesson-version";
import { rebuildCounters } from "./rebuild";

/** Jobs whose facts are read at once. */
const BATCH = 500;

/**
 * For jobs on record that were counted by the rules of an older version: works out anew how far each is proved, and adds all of them up again.
 * What was interrupted begins anew with the next start.
 * @returns how many jobs were counted
 */
export async function teachAnew(): Promise<number> {
  const ids = await closedJobIds(pool());
  for (let from = 0; from < ids.length; from += BATCH)
    await inTransaction(async (db) => {
      const batch = await readFactsOf(db, ids.slice(from, from + BATCH));
      for (const [id, facts] of batch)
        await setJobStanding(db, id, { rung: rungOfJob(facts), cameBack: cameBack(facts) });
    });
  const counted = await rebuildCounters();
  await noteTheseRules();
  return counted;
}
