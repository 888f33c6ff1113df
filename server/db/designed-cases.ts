import "server-only";
import type { JobId, PersonId, SiteId } from "@/core/ids";
import type { Vehicle } from "@/core/vehicle";
import type { Db } from "./pool";
import { execute, many } from "./rows";

/** What looks like a fault and is none: the indication means that a function is on. */
export interface DesignedCase {
  readonly id: string;
  readonly symptom: string;
  /** Empty for every make, and of a make for every model. */
  readonly make: string;
  readonly models: readonly string[];
  readonly what: string;
  /** How to tell it from a fault. */
  readonly checkBy: string;
  readonly tellCustomer: string;
}

const COLUMNS = `id, current_symptom(symptom) as symptom, make, models, what, check_by as "checkBy",
  tell_customer as "tellCustomer"`;

/** What looks like a fault and is none. */
export async function listDesignedCases(db: Db): Promise<DesignedCase[]> {
  return many<DesignedCase>(db, `select ${COLUMNS} from designed_case order by make, symptom, id`);
}

/** Known cases for one of these symptoms on such a vehicle. */
export async function designedCasesFor(
  db: Db,
  symptoms: readonly string[],
  { make, model }: Pick<Vehicle, "make" | "model">,
): Promise<DesignedCase[]> {
  return many<DesignedCase>(
    db,
    `select ${COLUMNS}
     from designed_case
     where current_symptom(symptom) = any($1) and make in ('', $2) and (models = '{}' or $3 = any(models))
     order by make desc, models desc, id`,
    [symptoms, make, model],
  );
}

/** Writes a case down, in place of the one of that key. */
export async function setDesignedCase(db: Db, designed: DesignedCase, by: PersonId, now: Date): Promise<void> {
  const { id, symptom, make, models, what, checkBy, tellCustomer } = designed;
  await execute(
    db,
    `insert into designed_case (id, symptom, make, models, what, check_by, tell_customer, created_at, created_by)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9)
     on conflict (id) do update
     set symptom = excluded.symptom, make = excluded.make, models = excluded.models, what = excluded.what,
       check_by = excluded.check_by, tell_customer = excluded.tell_customer`,
    [id, symptom, make, models, what, checkBy, tellCustomer, now, by],
  );
}

/** @returns whether there was one */
export async function deleteDesignedCase(db: Db, id: string): Promise<number> {
  return execute(db, "delete from designed_case where id = $1", [id]);
}

export interface DesignedJob {
  readonly id: JobId;
  readonly number: number;
  readonly why: string;
  readonly tellCustomer: string | null;
}

const MOST_JOBS = 3;

/** Closed jobs on this model that showed one of these symptoms and ended as no fault, the latest first. */
export async function jobsWithoutFault(
  db: Db,
  siteId: SiteId,
  symptoms: readonly string[],
  { make, model }: Pick<Vehicle, "make" | "model">,
): Promise<DesignedJob[]> {
  return many<DesignedJob>(
    db,
    `select j.id, j.number, coalesce(f.body ->> 'why', '') as why, f.body ->> 'tellCustomer' as "tellCustomer"
     from job j
     join vehicle v on v.id = j.vehicle_id
     left join lateral (
       select e.body
       from entry e
       where e.job_id = j.id and e.kind = 'finding'
         and not exists (select from entry c where c.job_id = e.job_id and c.corrects = e.seq)
       order by e.seq desc
       limit 1
     ) f on true
     where j.site_id = $1 and j.finding = 'no-fault-found' and j.closed_at is not null and v.make = $3 and v.model = $4
       and exists (select from job_symptom s where s.job_id = j.id and current_symptom(s.symptom) = any($2))
     order by j.closed_at desc
     limit ${MOST_JOBS}`,
    [siteId, symptoms, make, model],
  );
}
