import "server-only";
import type { Fact, JobRecord } from "@/core/entries";
import type { JobId } from "@/core/ids";
import type { Db } from "./pool";
import { execute } from "./rows";

/** A row as its table names the columns. */
type Row = Readonly<Record<string, unknown>>;

/** What a record says, table by table. */
const TABLES: Readonly<Record<string, (record: JobRecord) => readonly Row[]>> = {
  job_symptom: ({ symptoms }) =>
    rows(symptoms, ({ key, conditions, denied = [] }) => ({ symptom: key, conditions, denied })),
  job_code: ({ codes }) => rows(codes, ({ code, module, status }) => ({ code, module: module ?? "", status })),
  job_module: ({ modules }) => rows(modules, ({ module, state }) => ({ module, state })),
  job_code_return: ({ returns }) =>
    rows(returns, ({ code, module, returned }) => ({ code, module: module ?? "", returned })),
  job_confirmation: ({ confirmations }) =>
    rows(confirmations, ({ result, times, tries, conditions }) => ({ result, times, tries, conditions })),
  job_watch: ({ watches }) => rows(watches, ({ what, who, until }) => ({ what, who, until })),
  job_prior_work: ({ priorWork }) =>
    rows(priorWork, ({ component, work, who, recency }) => ({ component, work, who, recency })),
  job_bypass: ({ bypasses }) => rows(bypasses, ({ what, removedSeq }) => ({ what, removed_seq: removedSeq })),
  job_test: ({ tests }) =>
    rows(tests, ({ procedure, title, outcome, minutes, access = null, effects, version, place }) => ({
      procedure,
      title,
      outcome,
      minutes,
      access,
      effects,
      version,
      place,
    })),
  job_part: ({ parts }) =>
    rows(
      parts,
      ({
        component,
        failure,
        place,
        partNumber,
        source,
        minutes,
        cost,
        result,
        resultSeq,
        getHome = false,
        work = null,
      }) => ({
        component,
        failure,
        place,
        part_number: partNumber,
        source,
        minutes,
        cost: cost.amount,
        currency: cost.currency,
        result,
        result_seq: resultSeq,
        get_home: getHome,
        work,
      }),
    ),
  job_proof: ({ proof }) => rows(proof, ({ step, result, cleanTries }) => ({ step, result, clean_tries: cleanTries })),
  job_clearing: ({ clearings }) => rows(clearings, () => ({})),
  job_second_look: ({ secondLooks }) => rows(secondLooks, () => ({})),
  job_waiting: ({ waiting }) =>
    rows(waiting ? [waiting] : [], ({ for: whom, what, due, since }) => ({ waits_for: whom, what, due, since })),
  job_estimate: ({ estimates }) =>
    rows(estimates, ({ from, what, cause, amount }) => ({ body: { from, what, cause, amount } })),
  job_choice: ({ choices }) =>
    rows(choices, ({ cause, option, title, reason, refused }) => ({
      body: { cause, option, title, reason, refused },
    })),
  job_suspect: ({ suspects }) => rows(suspects, ({ component, failure }) => ({ component, failure })),
  job_cause: ({ finding }) =>
    rows(
      finding ? finding.causes.map((cause) => ({ ...cause, seq: finding.seq, position: finding.position })) : [],
      ({ component, failure, place = null, reason = null }) => ({
        component,
        failure,
        place,
        reason_state: reason?.state ?? null,
        reason_text: reason?.text ?? null,
      }),
    ),
};

/** Rows of facts, each with the entry that it comes from. */
function rows<Of>(facts: readonly Fact<Of>[], columnsOf: (fact: Fact<Of>) => Row): readonly Row[] {
  return facts.map((fact) => ({ seq: fact.seq, position: fact.position, ...columnsOf(fact) }));
}

/**
 * Writes what a job's entries add up to now where it differs from what they added up to before. The tables hold what the fold says
 * and nothing else, whatever kind of entry was written or taken back.
 */
export async function writeRecord(db: Db, jobId: JobId, before: JobRecord, after: JobRecord): Promise<void> {
  for (const [table, rowsOf] of Object.entries(TABLES)) {
    const now = rowsOf(after);
    if (JSON.stringify(now) !== JSON.stringify(rowsOf(before))) await replaceRows(db, jobId, table, now);
  }
  await fillAccess(db, jobId, after);
  await setJob(db, jobId, after);
}

async function replaceRows(db: Db, jobId: JobId, table: string, now: readonly Row[]): Promise<void> {
  await execute(db, `delete from ${table} where job_id = $1`, [jobId]);
  if (!now.length) return;
  const whole = now.map((row) => ({ job_id: jobId, ...row }));
  const columns = Object.keys(whole[0] ?? {}).join(", ");
  await execute(
    db,
    `insert into ${table} (${columns})
     select ${columns} from jsonb_populate_recordset(null::${table}, $1)`,
    [JSON.stringify(whole)],
  );
}

/** Entries that were written before the access group was noted with them: as their procedure says. */
async function fillAccess(db: Db, jobId: JobId, { tests }: JobRecord): Promise<void> {
  const old = tests.filter(({ access }) => access === undefined).map(({ seq }) => seq);
  if (!old.length) return;
  await execute(
    db,
    `update job_test t
     set access = p.access
     from procedure p
     where t.job_id = $1 and t.seq = any($2) and p.key = t.procedure and t.access is distinct from p.access`,
    [jobId, old],
  );
}

async function setJob(db: Db, jobId: JobId, record: JobRecord): Promise<void> {
  const { odometerKm, holder, finding, closed, askOn } = record;
  await execute(
    db,
    `update job
     set odometer_km = $2, held_by = case when $3 then $4 else held_by end, finding = $5, closed_at = $6, closed_by = $7,
       finding_left = $8, ask_on = $9
     where id = $1`,
    [
      jobId,
      odometerKm,
      holder !== undefined,
      holder ?? null,
      finding?.result ?? null,
      closed?.at ?? null,
      closed?.by ?? null,
      JSON.stringify(finding?.left ?? []),
      askOn?.day ?? null,
    ],
  );
}
