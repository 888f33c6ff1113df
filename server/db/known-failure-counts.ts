import "server-only";
import type { JobId, SiteId, VehicleId } from "@/core/ids";
import type { PatternRecord, VariantYear } from "@/core/known-failures";
import type { Db } from "./pool";
import { execute, many } from "./rows";

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

/** Counts anew what the closed jobs of vehicles say of known failures: after a job closed or reopened, or a vehicle was corrected. */
export async function keepOnVehiclesOf(db: Db, jobs: readonly JobId[]): Promise<void> {
  await execute(
    db,
    "select keep_pattern_vehicles(array(select distinct vehicle_id from job where id = any($1)), null)",
    [jobs],
  );
}

/** What the jobs here say for and against each known failure, or one: on vehicles that it speaks of. */
export async function countPatterns(db: Db, key: string | null = null): Promise<PatternCounts[]> {
  return many<PatternCounts>(
    db,
    `select p.key, coalesce(sum(w.jobs_for), 0)::int as "for", coalesce(sum(w.jobs_proved), 0)::int as proved,
       (count(*) filter (where w.passed and w.had = 0))::int as against, count(w.vehicle_id)::int as vehicles,
       (count(*) filter (where w.had > 0))::int as failed
     from pattern p
     left join pattern_vehicle w on w.pattern = p.key
     where $1::text is null or p.key = $1
     group by p.key
     order by p.key`,
    [key],
  );
}

/** Closed jobs on vehicles that known failure $1 speaks of and that had it, with whether it was this job that came to it. */
const HAD = `had as (
       select p.component, j.*
       from pattern p
       join pattern_vehicle w on w.pattern = p.key and w.had > 0
       join job j on j.vehicle_id = w.vehicle_id and j.closed_at is not null
       where p.key = $1 and case when p.component is null then j.finding = 'unresolved' and exists (
           select from job_symptom s
           where s.job_id = j.id and current_symptom(s.symptom) = any(array(select current_symptom(k) from unnest(p.symptoms) k))
         ) else j.finding = 'root-cause' and exists (
           select from job_cause c
           where c.job_id = j.id and current_component(c.component) = current_component(p.component)
             and current_failure(c.failure) = current_failure(p.failure)
         ) end
     )`;

/** A vehicle that a known failure speaks of, as far as this shop saw it. */
export interface SeenInScope {
  readonly vehicleId: VehicleId;
  readonly siteId: SiteId;
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
    `select w.vehicle_id as "vehicleId", v.site_id as "siteId", v.model, v.year, w.first_km as "firstKm", w.last_km as "lastKm", w.failed_km as "failedKm"
     from pattern_vehicle w
     join vehicle v on v.id = w.vehicle_id
     where w.pattern = $1 and w.first_km is not null
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
    `with ${HAD}, cure as (
       select distinct on (j.id) j.id, j.vehicle_id, j.odometer_km, j.came_back, t.source
       from had j
       join job_part t on t.job_id = j.id and current_component(t.component) = current_component(j.component)
         and t.result in ('fixed', 'partly') and not t.get_home
       where j.odometer_km is not null
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
    `select v.make, v.model, v.year, v.engine, v.transmission, v.drive, v.market, null as built, null as uses,
       count(*)::int as vehicles, (count(*) filter (where w.jobs_for > 0))::int as failed
     from pattern p
     join vehicle v on (p.make is null or v.make = p.make or exists (
       select from jsonb_array_elements(p.sisters) sister where sister ->> 'make' = v.make))
     left join pattern_vehicle w on w.pattern = p.key and w.vehicle_id = v.id
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
    `with ${HAD}
     select j.id, j.number, v.make || ' ' || v.model || ', ' || v.year as vehicle, j.odometer_km as "odometerKm",
       j.closed_at as "closedAt", j.rung, j.came_back as "cameBack"
     from had j
     join vehicle v on v.id = j.vehicle_id
     where j.site_id = $2
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
    `with ${HAD}
     select current_component(t.component) as component, count(*)::int as fitted,
       (count(*) filter (where t.result in ('fixed', 'partly')))::int as helped,
       (count(*) filter (where t.result in ('fixed', 'partly') and j.came_back))::int as "cameBack"
     from had j
     join job_part t on t.job_id = j.id and not t.get_home and t.result is not null
     where current_component(t.component) = any($2)
     group by 1`,
    [key, components],
  );
}
