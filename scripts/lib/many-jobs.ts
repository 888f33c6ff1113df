import type { Db } from "@/server/db/pool";

/** Rows of a table in a fixed order, numbered from 0, so that a job can be dealt one by its number. */
const numbered = (table: string, columns: string, order: string) =>
  `(select ${columns}, row_number() over (order by ${order}) - 1 as at from ${table})`;

/**
 * Adds closed jobs in bulk, dealt in turn from the demo's own vehicles and words: as much to look through as a busy shop has after
 * many years. What they teach is not counted; look-ups and lists see them like any other.
 */
export async function addManyJobs(db: Db, jobs: number): Promise<void> {
  const count = async (table: string) =>
    (await db.query<{ rows: number }>(`select count(*)::integer as rows from ${table}`)).rows[0]?.rows ?? 1;
  const models = await count("vehicle");
  await db.query(
    `insert into vehicle (id, vin, plate, make, model, year, engine, transmission, drive, market, created_at, site_id)
     select gen_random_uuid(), null, 'Q' || to_char(n, 'FM000000'), v.make, v.model, v.year, v.engine, v.transmission, v.drive,
       v.market, now() - interval '1 year', v.site_id
     from generate_series(1, ${Math.ceil(jobs * 0.6)}) n
     join ${numbered("vehicle", "make, model, year, engine, transmission, drive, market, site_id", "id")} v on v.at = n % ${models}`,
  );
  const [vehicles, symptoms, conditions, causes] = [
    await count("vehicle"),
    await count("symptom"),
    await count("condition"),
    await count("cause"),
  ];
  await db.query(
    `create temporary table bulk on commit drop as
     select n, gen_random_uuid() as id, v.id as vehicle_id, 20000 + (n * 37) % 250000 as km,
       now() - interval '10 years' * (1 - n / ${jobs}::float8) - interval '1 day' as at
     from generate_series(1, ${jobs}) n
     join ${numbered("vehicle", "id", "plate")} v on v.at = n % ${vehicles}`,
  );
  await db.query(
    `insert into job (id, key, site_id, number, vehicle_id, odometer_km, complaint, version, opened_at, opened_by, closed_at,
       closed_by, finding)
     select b.id, b.id::text, p.site_id, 100000 + b.n, b.vehicle_id, b.km, 'Dealt for a measurement, number ' || b.n, 2, b.at, p.id,
       b.at + interval '3 hours', p.id, case when b.n % 20 = 0 then 'no-fault-found' else 'root-cause' end
     from bulk b, (select id, site_id from person where kind = 'person' order by created_at limit 1) p`,
  );
  await db.query(
    `insert into entry (job_id, seq, kind, at, by_id, minutes, body, command_id)
     select b.id, seq, case seq when 1 then 'opened' else 'symptoms' end, b.at, p.id, 10,
       case seq when 1 then '{"kind":"opened","complaint":"dealt","odometerKm":null}'::jsonb
         else '{"kind":"symptoms","symptoms":[]}' end, c.id
     from bulk b, generate_series(1, 2) seq, (select id from person order by created_at limit 1) p, (select id from command limit 1) c`,
  );
  await db.query(
    `insert into job_symptom (job_id, seq, symptom, conditions)
     select b.id, 2, s.key, array[c.key]
     from bulk b
     join ${numbered("symptom", "key", "key")} s on s.at = (b.n * 7) % ${symptoms}
     join ${numbered("condition", "key", "key")} c on c.at = (b.n * 11) % ${conditions}`,
  );
  await db.query(
    `insert into job_feature (job_id, feature, at)
     select job_id, 'symptom|' || symptom, at from job_symptom join bulk on bulk.id = job_id
     union all
     select job_id, 'condition|' || conditions[1], at from job_symptom join bulk on bulk.id = job_id`,
  );
  await db.query(
    `insert into job_cause (job_id, seq, component, failure)
     select b.id, 2, c.component, c.failure
     from bulk b
     join ${numbered("cause", "component, failure", "component, failure")} c on c.at = (b.n * 13) % ${causes}
     where b.n % 20 <> 0`,
  );
  await db.query(
    `insert into feature_jobs as kept (feature, jobs)
     select feature, count(*) from job_feature join bulk on bulk.id = job_id group by feature
     union all
     select '*', ${jobs}
     on conflict (feature) do update set jobs = kept.jobs + excluded.jobs`,
  );
}
