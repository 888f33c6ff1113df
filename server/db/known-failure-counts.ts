import "server-only";
import type { JobId, SiteId, VehicleId } from "@/core/ids";
import { PROVES_FROM_RUNG, type PatternRecord, type VariantYear } from "@/core/known-failures";
import type { Db } from "./pool";
import { many } from "./rows";

/** What the jobs here say of known failures. */

export interface PatternCounts extends PatternRecord {
  readonly key: string;
  /** Vehicles that it speaks of, and that passed its check or came through its window without it. */
  readonly against: number;
  /** Vehicles on record that it speaks of. */
  readonly vehicles: number;
  /** Of them those that had it. */
  readonly failed: number;
}

/**
 * Jobs on vehicles that a known failure speaks of, each with whether it came to it. What nobody has explained yet shows itself by its symptoms on a job
 * that ended unsolved.
 */
const SCOPE = `scope as (
       select p.key, p.component, p.failure, p.confirm_by, p.from_km, p.to_km, j.id as job_id, j.vehicle_id, j.odometer_km, j.rung, j.came_back,
         case when p.component is null then j.finding = 'unresolved' and exists (
           select from job_symptom s where s.job_id = j.id and current_symptom(s.symptom) = any(array(select current_symptom(k) from unnest(p.symptoms) k))
         ) else j.finding = 'root-cause' and exists (
           select from job_cause c
           where c.job_id = j.id and current_component(c.component) = current_component(p.component)
             and current_failure(c.failure) = current_failure(p.failure)
         ) end as had
       from pattern p
       join vehicle v on pattern_applies(p, v)
       join job j on j.vehicle_id = v.id and j.closed_at is not null
       where $1::text is null or p.key = $1
     )`;

/** What the jobs here say for and against each known failure, or one: on vehicles that it speaks of. */
export async function countPatterns(db: Db, key: string | null = null): Promise<PatternCounts[]> {
  return many<PatternCounts>(
    db,
    `with ${SCOPE}, told as (
       select s.key, s.vehicle_id,
         bool_or(s.had) as had,
         bool_or(exists (
           select from job_test t, jsonb_array_elements(current_effects(t.effects)) e
           where t.job_id = s.job_id and t.procedure = s.confirm_by and not s.had
             and e ->> 'component' = current_component(s.component)
             and coalesce(e ->> 'failure', current_failure(s.failure)) = current_failure(s.failure)
             and e ->> 'effect' in ('weakens', 'clears')
         ) or (s.to_km is not null and s.odometer_km > s.to_km and not s.had)) as passed
       from scope s
       group by 1, 2
     )
     select p.key,
       (select count(distinct s.job_id) from scope s where s.key = p.key and s.had and not s.came_back)::int as "for",
       (select count(distinct s.job_id) from scope s
        where s.key = p.key and s.had and not s.came_back and s.rung >= ${PROVES_FROM_RUNG} and p.component is not null)::int as proved,
       (select count(*) from told t where t.key = p.key and t.passed and not t.had)::int as against,
       (select count(*) from told t where t.key = p.key)::int as vehicles,
       (select count(*) from told t where t.key = p.key and t.had)::int as failed
     from pattern p
     where $1::text is null or p.key = $1
     order by p.key`,
    [key],
  );
}

/** A vehicle that a known failure speaks of, as far as this shop saw it. */
export interface SeenInScope {
  readonly vehicleId: VehicleId;
  readonly model: string;
  readonly year: number;
  readonly firstKm: number;
  readonly lastKm: number;
  /** The odometer when it first had it; null where it was never found to. */
  readonly failedKm: number | null;
}

/** Every vehicle that one known failure speaks of and whose odometer was read, from its first job here to its last. */
export async function vehiclesInScope(db: Db, key: string): Promise<SeenInScope[]> {
  return many<SeenInScope>(
    db,
    `with ${SCOPE}
     select s.vehicle_id as "vehicleId", v.model, v.year, min(s.odometer_km)::int as "firstKm", max(s.odometer_km)::int as "lastKm",
       (min(s.odometer_km) filter (where s.had and not s.came_back))::int as "failedKm"
     from scope s
     join vehicle v on v.id = s.vehicle_id
     where s.odometer_km is not null
     group by 1, 2, 3
     order by 1`,
    [key],
  );
}

/** A cure of its component on a vehicle that it speaks of, and how far it was watched afterwards. */
export interface RepairWatched {
  readonly source: string;
  readonly fittedKm: number;
  /** As the vehicle read last, or when the same part was bad again. */
  readonly untilKm: number;
  readonly failedAgain: boolean;
}

/** How long each repair of a known failure held, by where the part came from. */
export async function repairsWatched(db: Db, key: string): Promise<RepairWatched[]> {
  return many<RepairWatched>(
    db,
    `with ${SCOPE}, cure as (
       select distinct on (j.id) j.id, j.vehicle_id, j.odometer_km, j.came_back, t.source
       from scope s
       join pattern p on p.key = s.key
       join job j on j.id = s.job_id and j.odometer_km is not null
       join job_part t on t.job_id = j.id and current_component(t.component) = current_component(p.component)
         and t.result in ('fixed', 'partly') and not t.get_home
       where s.had
       order by j.id, t.seq desc
     ), later as (
       select c.*,
         (select min(n.odometer_km) from cure n where n.vehicle_id = c.vehicle_id and n.odometer_km > c.odometer_km) as again,
         (select max(o.odometer_km) from job o where o.vehicle_id = c.vehicle_id and o.closed_at is not null) as seen
       from cure c
     )
     select source, odometer_km::int as "fittedKm", coalesce(again, seen, odometer_km)::int as "untilKm",
       (again is not null or came_back) as "failedAgain"
     from later
     order by source, odometer_km`,
    [key],
  );
}

/** Variants by model year, of every make that a known failure speaks of, with the vehicles on record and those that had it. */
export async function variantsOfPattern(db: Db, key: string): Promise<VariantYear[]> {
  return many<VariantYear>(
    db,
    `with ${SCOPE}
     select v.make, v.model, v.year, v.engine, v.transmission, v.drive, v.market, null as built, null as uses,
       count(distinct v.id)::int as vehicles,
       count(distinct v.id) filter (where exists (select from scope s where s.vehicle_id = v.id and s.had and not s.came_back))::int as failed
     from pattern p
     join vehicle v on (p.make is null or v.make = p.make or exists (
       select from jsonb_array_elements(p.sisters) sister where sister ->> 'make' = v.make))
     where p.key = $1
     group by 1, 2, 3, 4, 5, 6, 7
     order by 1, 2, 3, 4`,
    [key],
  );
}

/** A job that speaks for a known failure. */
export interface PatternJob {
  readonly id: JobId;
  readonly number: number;
  readonly vehicle: string;
  readonly odometerKm: number | null;
  readonly closedAt: Date;
  readonly rung: number;
  readonly cameBack: boolean;
}

const MOST_JOBS = 50;

/** The latest jobs of this site that came to it on a vehicle that it speaks of. */
export async function jobsOfPattern(db: Db, siteId: SiteId, key: string): Promise<PatternJob[]> {
  return many<PatternJob>(
    db,
    `with ${SCOPE}
     select j.id, j.number, v.make || ' ' || v.model || ', ' || v.year as vehicle, j.odometer_km as "odometerKm",
       j.closed_at as "closedAt", j.rung, j.came_back as "cameBack"
     from scope s
     join job j on j.id = s.job_id
     join vehicle v on v.id = j.vehicle_id
     where s.had and j.site_id = $2
     order by j.closed_at desc, j.id
     limit ${MOST_JOBS}`,
    [key, siteId],
  );
}

export interface RepairTold {
  readonly component: string;
  readonly fitted: number;
  readonly helped: number;
  readonly cameBack: number;
}

/** How parts fared on vehicles that a known failure speaks of and whose job came to it, or ended in vain with its symptoms. */
export async function partsOnPattern(db: Db, key: string, components: readonly string[]): Promise<RepairTold[]> {
  return many<RepairTold>(
    db,
    `with ${SCOPE}
     select current_component(t.component) as component, count(*)::int as fitted,
       (count(*) filter (where t.result in ('fixed', 'partly')))::int as helped,
       (count(*) filter (where t.result in ('fixed', 'partly') and s.came_back))::int as "cameBack"
     from scope s
     join job_part t on t.job_id = s.job_id and not t.get_home and t.result is not null
     where s.had and current_component(t.component) = any($2)
     group by 1`,
    [key, components],
  );
}
