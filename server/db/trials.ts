import "server-only";
import type { TrialSum } from "@/core/book";
import type { GroupKey } from "@/core/vehicle";
import type { Db } from "./pool";
import { many } from "./rows";

interface TrialRow extends Omit<TrialSum, "costLost"> {
  readonly amount: number;
}

/**
 * What was tried on vehicles of a group with one of these symptoms. A job with two of the symptoms is counted under each, so
 * the largest count of a subject stands, not the sum.
 */
export async function readTrials(
  db: Db,
  group: GroupKey,
  symptoms: readonly string[],
  currency: string,
): Promise<TrialSum[]> {
  const rows = await many<TrialRow>(
    db,
    `select distinct on (kind, subject) kind, subject, tried, helped,
       minutes_lost_centi / 100.0 as "minutesLost", cost_lost_minor / 100.0 as amount
     from trial_count
     where group_key = $1 and symptom = any($2) and currency in ($3, '')
     order by kind, subject, tried desc, symptom`,
    [group, symptoms, currency],
  );
  return rows.map(({ amount, ...row }) => ({ ...row, costLost: { amount, currency } }));
}
