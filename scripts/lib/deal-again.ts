import { takeTheTimeItNeeds, type Db } from "@/server/db/pool";

/** A job's own tables, as far as an import writes them. */
export const TABLES_OF_JOB = [
  "entry",
  "job_symptom",
  "job_code",
  "job_module",
  "job_test",
  "job_part",
  "job_proof",
  "job_cause",
  "job_feature",
  "job_word",
] as const;
const COUNTED = {
  cause_count: ["jobs", "weight_milli"],
  feature_count: ["jobs", "weight_milli"],
  outcome_count: ["jobs", "weight_milli"],
  trial_count: ["tried", "helped", "minutes_lost_centi", "cost_lost_minor"],
  feature_jobs: ["jobs"],
  pattern_vehicle: ["had", "jobs_for", "jobs_proved"],
} as const;

/**
 * Deals every job that is there again, so that there are so many times as many: under other ids, keys and numbers, closed some
 * minutes apart, on the same vehicles. The counters are multiplied as the jobs are. For throwaway databases: constraints between
 * tables are not checked meanwhile, which takes a superuser.
 */
export async function dealAgain(db: Db, times: number): Promise<void> {
  if (times < 2) return;
  await takeTheTimeItNeeds(db);
  await db.query("set local session_replication_role = replica");
  const again = `generate_series(2, ${times}) as n`;
  const { rows: last } = await db.query<{ most: number }>("select max(number) as most from job");
  // Dealt twice, a job has to come out as another one each time.
  const most = last[0]?.most ?? 0;
  const other = (column: string) => `md5(${column}::text || '-${most}-' || n)::uuid`;
  const { rows } = await db.query<{ table: string; columns: string[] }>(
    `select table_name as table, array_agg(column_name::text) as columns
     from information_schema.columns
     where table_schema = 'public' and table_name = any($1) and is_generated = 'NEVER'
     group by table_name`,
    [["job", ...TABLES_OF_JOB]],
  );
  for (const { table, columns } of rows) {
    const values = columns.map((column) => {
      if (column === "job_id" || (table === "job" && column === "id")) return other(`t.${column}`);
      if (table === "job" && column === "key") return `t.key || '-${most}-' || n`;
      if (table === "job" && column === "number") return `t.number + (n - 1) * ${most}`;
      if (column === "closed_at" || ((table === "job_feature" || table === "job_word") && column === "at"))
        return `t.${column} + n * interval '1 minute'`;
      return `t.${column}`;
    });
    await db.query(
      `insert into ${table} (${columns.join(", ")}) select ${values.join(", ")} from ${table} t, ${again}`,
    );
  }
  for (const [table, sums] of Object.entries(COUNTED))
    await db.query(`update ${table} set ${sums.map((sum) => `${sum} = ${sum} * ${times}`).join(", ")}`);
}
