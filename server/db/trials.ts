import "server-only";
import type { TrialSum } from "@/core/book";
import type { GroupKey } from "@/core/vehicle";
import type { Whose } from "./read-counters";
import type { Db } from "./pool";
import { many } from "./rows";

interface TrialRow extends Omit<TrialSum, "costLost"> {
  readonly amount: number;
}

/** On which vehicles, with any of which symptoms; in which currency its cost is told. */
interface TriedOn {
  readonly group: GroupKey;
  readonly symptoms: readonly string[];
  readonly currency: string;
}

/**
 * What was tried on vehicles of a group with one of these symptoms. A job with two of the symptoms is counted under each, so
 * the largest count of a subject stands, not the sum.
 */
export async function readTrials(
  db: Db,
  { group, symptoms, currency }: TriedOn,
  whose: Whose = "own",
): Promise<TrialSum[]> {
  const table =
    whose === "own"
      ? "trial_count"
      : `(select o.group_key, o.symptom, o.kind, o.subject, o.currency, sum(o.tried)::bigint as tried, sum(o.helped)::bigint as helped,
           sum(o.minutes_lost_centi)::bigint as minutes_lost_centi, sum(o.cost_lost_minor)::bigint as cost_lost_minor
         from other_trial_count o
         join other_shop s on s.id = o.shop_id
         where s.weight_milli > 0
         group by 1, 2, 3, 4, 5) t`;
  const rows = await many<TrialRow>(
    db,
    `select distinct on (kind, subject) kind, subject, tried, helped,
       minutes_lost_centi / 100.0 as "minutesLost", cost_lost_minor / 100.0 as amount
     from ${table}
     where group_key = $1 and symptom = any($2) and currency in ($3, '')
     order by kind, subject, tried desc, symptom`,
    [group, symptoms, currency],
  );
  return rows.map(({ amount, ...row }) => ({ ...row, costLost: { amount, currency } }));
}
