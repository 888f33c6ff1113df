import "server-only";
import { causeKey, type Applies, type Cause, type CauseKey } from "@/core/book";
import type { PersonId } from "@/core/ids";
import type { CauseSeen, VariantCount } from "@/core/known-failures";
import type { Db } from "./pool";
import { execute, many } from "./rows";

/** What proposals are worked out from, and those that a lead dismissed. */

/** Vehicles with closed jobs, by how they are built, and the causes that these jobs came to and that still stand. */
export async function countVariants(db: Db): Promise<{ variants: VariantCount[]; causes: CauseSeen[] }> {
  const variants = await many<VariantCount>(
    db,
    `select v.make, v.model, v.year, v.engine, v.transmission, v.market, count(distinct v.id)::int as vehicles
     from vehicle v
     where exists (select from job j where j.vehicle_id = v.id and j.closed_at is not null)
     group by 1, 2, 3, 4, 5, 6
     order by 1, 2, 3, 4, 5, 6`,
  );
  const placeOf = new Map(variants.map((variant, at) => [variantKey(variant), at]));
  const rows = await many<VariantCount & Cause & { readonly system: string; readonly jobs: readonly string[] }>(
    db,
    // By vehicle first: of a million jobs that is some tens of thousands of rows, and only those are sorted by how they are built.
    `with called as (
       select k.key as said, coalesce(o.key, k.key) as component, coalesce(o.system, k.system) as system
       from component k
       left join component o on o.key = k.merged_into
     ), failing as (
       select key as said, coalesce(merged_into, key) as failure from failure
     ), of_vehicle as materialized (
       select j.vehicle_id, c.component, c.failure, array_agg(j.key) as jobs
       from job j
       join job_cause c on c.job_id = j.id
       where j.closed_at is not null and j.finding = 'root-cause' and not j.came_back
       group by 1, 2, 3
     )
     select k.component, f.failure, min(k.system) as system, v.make, v.model, v.year, v.engine, v.transmission, v.market,
       count(distinct v.id)::int as vehicles, array_agg(distinct own.key order by own.key) as jobs
     from of_vehicle o
     join called k on k.said = o.component
     join failing f on f.said = o.failure
     join vehicle v on v.id = o.vehicle_id, unnest(o.jobs) own (key)
     group by 1, 2, 4, 5, 6, 7, 8, 9
     order by 1, 2`,
  );
  const causes = new Map<CauseKey, Cause & { system: string; seen: CauseSeen["seen"][number][] }>();
  for (const row of rows) {
    const { component, failure, system, vehicles, jobs } = row;
    const cause = causes.get(causeKey(row)) ?? { component, failure, system, seen: [] };
    const variant = placeOf.get(variantKey(row));
    if (variant !== undefined) cause.seen.push({ variant, vehicles, jobs });
    causes.set(causeKey(row), cause);
  }
  return { variants, causes: [...causes.values()] };
}

const variantKey = ({ make, model, year, engine, transmission, market }: Omit<VariantCount, "vehicles">) =>
  JSON.stringify([make, model, year, engine, transmission, market]);

export interface Dismissed extends Cause {
  readonly applies: Applies;
  /** How many jobs spoke for it then. */
  readonly jobs: number;
  readonly reason: string;
}

/** Notes that a proposal of the jobs is none. */
export async function dismissProposal(db: Db, dismissed: Dismissed, by: { id: PersonId; at: Date }): Promise<void> {
  const { component, failure, applies, jobs, reason } = dismissed;
  await execute(
    db,
    `insert into dismissed_proposal (component, failure, applies, jobs, reason, dismissed_at, dismissed_by)
     values ($1, $2, $3, $4, $5, $6, $7)
     on conflict (component, failure, applies) do update
     set jobs = excluded.jobs, reason = excluded.reason, dismissed_at = excluded.dismissed_at, dismissed_by = excluded.dismissed_by`,
    [component, failure, JSON.stringify(applies), jobs, reason, by.at, by.id],
  );
}

/** Every proposal that was dismissed. */
export async function readDismissed(db: Db): Promise<Dismissed[]> {
  return many<Dismissed>(db, "select component, failure, applies, jobs, reason from dismissed_proposal");
}
