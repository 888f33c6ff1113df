import "server-only";
import type { Cause } from "@/core/book";
import type { JobId, SiteId, VehicleId } from "@/core/ids";
import type { FindingResult, PartResult } from "@/core/job";
import type { PartSource } from "@/core/repair";
import type { Db } from "./pool";
import { CAUSES_OF_JOB, MINUTES_OF_JOB } from "./facts";
import { many } from "./rows";

export interface VehicleJobRow {
  readonly id: JobId;
  readonly number: number;
  readonly openedAt: Date;
  readonly closedAt: Date | null;
  readonly odometerKm: number | null;
  readonly complaint: string;
  readonly finding: FindingResult | null;
  readonly causes: readonly Cause[];
  readonly minutes: number;
  readonly cameBack: boolean;
  /** The odometer, in km, at which somebody wanted to look again. */
  readonly lookAgainKm: number | null;
}

/** Every job of a vehicle, the latest first. */
export async function jobsOfVehicle(db: Db, siteId: SiteId, id: VehicleId): Promise<VehicleJobRow[]> {
  return many<VehicleJobRow>(
    db,
    `select j.id, j.number, j.opened_at as "openedAt", j.closed_at as "closedAt", j.odometer_km as "odometerKm",
       j.complaint, j.finding, j.came_back as "cameBack",
       ${CAUSES_OF_JOB} as causes,
       ${MINUTES_OF_JOB} as minutes,
       (select (e.body ->> 'lookAgainKm')::integer from entry e where e.job_id = j.id and e.kind = 'closed' order by e.seq desc limit 1) as "lookAgainKm"
     from job j
     where j.vehicle_id = $1 and j.site_id = $2
     order by j.opened_at desc, j.number desc`,
    [id, siteId],
  );
}

export interface VehiclePartRow {
  readonly jobId: JobId;
  readonly number: number;
  readonly at: Date;
  readonly by: string;
  readonly component: string;
  readonly partNumber: string | null;
  readonly source: PartSource;
  readonly result: PartResult | null;
  readonly getHome: boolean;
  readonly odometerKm: number | null;
}

/** Every part that was fitted to a vehicle, by whom and when, the latest first. */
export async function partsOfVehicle(db: Db, siteId: SiteId, id: VehicleId): Promise<VehiclePartRow[]> {
  return many<VehiclePartRow>(
    db,
    `select j.id as "jobId", j.number, e.at, p.name as by, current_component(f.component) as component, f.part_number as "partNumber", f.source, f.result,
       f.get_home as "getHome", j.odometer_km as "odometerKm"
     from job j
     join job_part f on f.job_id = j.id
     join entry e on e.job_id = f.job_id and e.seq = f.seq
     join person p on p.id = e.by_id
     where j.vehicle_id = $1 and j.site_id = $2
     order by e.at desc`,
    [id, siteId],
  );
}
