import "server-only";
import type { TrialSum } from "@/core/diagnosis";
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
       minutes_lost as "minutesLost", cost_lost_minor / 100.0 as amount
     from trial_count
     where group_key = $1 and symptom = any($2) and currency in ($3, '')
     order by kind, subject, tried desc, symptom`,
    [group, symptoms, currency],
  );
  return rows.map(({ amount, ...row }) => ({ ...row, costLost: { amount, currency } }));
}

/** Closed jobs with one of the symptoms on which the part was fitted in vain, the latest first. */
export async function jobsWithVainPart(
  db: Db,
  component: string,
  symptoms: readonly string[],
): Promise<{ key: string }[]> {
  return many(
    db,
    `select j.key
     from job_part p
     join job j on j.id = p.job_id
     where p.component = $1 and p.result = 'no-change' and j.closed_at is not null
       and exists (select from job_symptom s where s.job_id = j.id and s.symptom = any($2))
     order by j.closed_at desc
     limit 10`,
    [component, symptoms],
  );
}
