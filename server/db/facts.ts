import "server-only";
import type { JobId } from "@/core/ids";
import type { Cause } from "@/core/diagnosis";
import type { Confirmation, Finding, FoundCause, JobFacts, ModuleCoverage, PartResult, Watch } from "@/core/job";
import type { ReturnedCode } from "@/core/trail";
import type { PriorWork, Symptom } from "@/core/diagnosis";
import type { PartBody, ScanBody, TestBody } from "@/core/trail";
import type { ProofResult, ProofStep } from "@/core/proof";
import type { Vehicle } from "@/core/vehicle";
import type { Db } from "./pool";
import { execute, many, one } from "./rows";

interface FactsRow {
  readonly vehicle: Vehicle;
  readonly odometerKm: number | null;
  readonly closed: boolean;
  readonly returned: boolean;
  readonly finding: Finding["result"] | null;
  readonly symptoms: JobFacts["symptoms"];
  readonly codes: JobFacts["codes"];
  readonly modulesScanned: readonly string[];
  readonly coverage: readonly ModuleCoverage[];
  readonly priorWork: JobFacts["priorWork"];
  readonly symptomSystems: readonly string[];
  readonly confirmation: Confirmation | null;
  readonly watch: Watch | null;
  readonly tests: JobFacts["tests"];
  readonly parts: JobFacts["parts"];
  readonly bypasses: NonNullable<JobFacts["bypasses"]>;
  readonly proof: JobFacts["proof"];
  readonly named: readonly Cause[];
  readonly causes: readonly FoundCause[];
}

/** The causes that job `j` was found to have, as the words count now. */
export const CAUSES_OF_JOB = `
    (select coalesce(json_agg(json_build_object('component', c.component, 'failure', c.failure, 'place', c.place)
       order by c.component, c.failure), '[]')
     from (
       select current_component(component) as component, current_failure(failure) as failure, string_agg(place, ', ' order by place) as place
       from job_cause
       where job_id = j.id
       group by 1, 2
     ) c)`;

/** A code seen again keeps its latest status; a symptom named again adds its conditions. */
const FACTS = `
  select j.id,
    json_build_object('make', v.make, 'model', v.model, 'year', v.year, 'engine', v.engine,
      'transmission', v.transmission, 'drive', v.drive, 'market', v.market, 'equipment', v.equipment,
      'fuel', coalesce(v.fuel, (select n.trait from variant_name n where n.kind = 'engine' and n.make = '' and n.name = v.engine)),
      'gearbox', coalesce(v.gearbox,
        (select n.trait from variant_name n where n.kind = 'transmission' and n.make = '' and n.name = v.transmission))) as vehicle,
    j.odometer_km as "odometerKm", j.closed_at is not null as closed, j.finding,
    exists (select from job o where o.comeback_of = j.id) as returned,
    (select coalesce(json_agg(json_build_object('key', s.symptom, 'conditions', s.conditions, 'denied', s.denied)
       order by s.first, s.symptom), '[]')
     from (
       select named.symptom, min(named.seq) as first,
         array(select distinct current_condition(c) from job_symptom o, unnest(o.conditions) c
           where o.job_id = j.id and current_symptom(o.symptom) = named.symptom order by 1) as conditions,
         array(select distinct current_condition(d) from job_symptom o, unnest(o.denied) d
           where o.job_id = j.id and current_symptom(o.symptom) = named.symptom order by 1) as denied
       from (select current_symptom(symptom) as symptom, seq from job_symptom where job_id = j.id) named
       group by named.symptom
     ) s) as symptoms,
    (select coalesce(json_agg(json_build_object('code', k.code, 'module', nullif(k.module, ''), 'status', k.status,
       'returned', (select r.returned from job_code_return r
         where r.job_id = j.id and r.code = k.code and r.module in ('', k.module) order by r.seq desc limit 1))
       order by k.code, k.module), '[]')
     from (
       select distinct on (code, module) code, module, status
       from job_code
       where job_id = j.id
       order by code, module, seq desc
     ) k) as codes,
    array(select distinct module from job_module where job_id = j.id and state = 'read' order by 1) as "modulesScanned",
    (select coalesce(json_agg(json_build_object('module', m.module, 'state', m.state) order by m.module), '[]')
     from (
       select distinct on (module) module, state
       from job_module
       where job_id = j.id
       order by module, seq desc
     ) m) as coverage,
    (select coalesce(json_agg(json_build_object('component', k.key, 'system', k.system, 'work', w.work, 'who', w.who,
       'recency', w.recency) order by w.seq), '[]')
     from job_prior_work w
     join component k on k.key = current_component(w.component)
     where w.job_id = j.id) as "priorWork",
    array(select distinct y.system from job_symptom s join symptom y on y.key = current_symptom(s.symptom)
      where s.job_id = j.id order by 1) as "symptomSystems",
    (select json_build_object('result', c.result, 'times', c.times, 'tries', c.tries,
       'conditions', array(select distinct current_condition(x) from unnest(c.conditions) x order by 1))
     from job_confirmation c
     where c.job_id = j.id
     order by c.seq desc
     limit 1) as confirmation,
    (select json_build_object('what', w.what, 'who', w.who, 'until', w.until)
     from job_watch w
     where w.job_id = j.id
     order by w.seq desc
     limit 1) as watch,
    (select coalesce(json_agg(json_build_object('seq', t.seq, 'procedure', t.procedure, 'title', t.title, 'outcome', t.outcome,
       'minutes', t.minutes, 'access', t.access, 'place', t.place, 'effects', current_effects(t.effects)) order by t.seq), '[]')
     from job_test t where t.job_id = j.id) as tests,
    (select coalesce(json_agg(json_build_object('seq', p.seq, 'component', current_component(p.component), 'failure', current_failure(p.failure),
       'partNumber', p.part_number, 'source', p.source, 'minutes', p.minutes, 'place', p.place,
       'cost', json_build_object('amount', p.cost, 'currency', p.currency),
       'result', p.result, 'resultSeq', p.result_seq) order by p.seq), '[]')
     from job_part p where p.job_id = j.id) as parts,
    (select coalesce(json_agg(json_build_object('seq', b.seq, 'what', b.what, 'removed', b.removed_seq is not null)
       order by b.seq), '[]')
     from job_bypass b where b.job_id = j.id) as bypasses,
    (select coalesce(json_agg(json_build_object('seq', f.seq, 'step', f.step, 'result', f.result) order by f.seq), '[]')
     from job_proof f where f.job_id = j.id) as proof,
    (select coalesce(json_agg(json_build_object('component', n.component, 'failure', n.failure) order by n.component, n.failure), '[]')
     from (
       select distinct current_component(component) as component, current_failure(failure) as failure
       from job_suspect
       where job_id = j.id
     ) n) as named,${CAUSES_OF_JOB} as causes
  from job j
  join vehicle v on v.id = j.vehicle_id`;

/** What a job's entries add up to now. */
export async function readFacts(db: Db, jobId: JobId): Promise<JobFacts> {
  return factsOf(await one<FactsRow>(db, `${FACTS} where j.id = $1`, [jobId]));
}

/** The same of many jobs at once. */
export async function readFactsOf(db: Db, jobIds: readonly JobId[]): Promise<ReadonlyMap<JobId, JobFacts>> {
  const rows = await many<FactsRow & { id: JobId }>(db, `${FACTS} where j.id = any($1)`, [jobIds]);
  return new Map(rows.map(({ id, ...row }) => [id, factsOf(row)]));
}

function factsOf({ finding, causes, ...rest }: FactsRow): JobFacts {
  return { ...rest, finding: finding ? { result: finding, causes } : null };
}

export async function insertSymptomFacts(
  db: Db,
  jobId: JobId,
  seq: number,
  symptoms: readonly Symptom[],
): Promise<void> {
  for (const { key, conditions, denied = [] } of symptoms)
    await execute(
      db,
      "insert into job_symptom (job_id, seq, symptom, conditions, denied) values ($1, $2, $3, $4, $5)",
      [jobId, seq, key, conditions, denied],
    );
}

export async function insertScanFacts(db: Db, jobId: JobId, seq: number, scan: Omit<ScanBody, "kind">): Promise<void> {
  for (const { code, module, status } of scan.codes)
    await execute(db, "insert into job_code (job_id, seq, code, module, status) values ($1, $2, $3, $4, $5)", [
      jobId,
      seq,
      code,
      module ?? "",
      status,
    ]);
  for (const [state, modules] of [
    ["read", scan.modulesRead],
    ["no-answer", scan.modulesSilent ?? []],
    ["unreadable", scan.modulesUnreadable ?? []],
  ] as const)
    await execute(db, "insert into job_module (job_id, seq, module, state) select $1, $2, unnest($3::text[]), $4", [
      jobId,
      seq,
      modules,
      state,
    ]);
}

export async function insertReturnFacts(
  db: Db,
  jobId: JobId,
  seq: number,
  returns: readonly ReturnedCode[],
): Promise<void> {
  for (const { code, module, returned } of returns)
    await execute(db, "insert into job_code_return (job_id, seq, code, module, returned) values ($1, $2, $3, $4, $5)", [
      jobId,
      seq,
      code,
      module ?? "",
      returned,
    ]);
}

export async function insertConfirmationFact(
  db: Db,
  jobId: JobId,
  seq: number,
  { result, times, tries, conditions }: Confirmation,
): Promise<void> {
  await execute(
    db,
    `insert into job_confirmation (job_id, seq, result, times, tries, conditions)
     values ($1, $2, $3, $4, $5, $6)`,
    [jobId, seq, result, times, tries, conditions],
  );
}

export async function insertPriorWorkFact(
  db: Db,
  jobId: JobId,
  seq: number,
  { component, work, who, recency }: Omit<PriorWork, "system">,
): Promise<void> {
  await execute(
    db,
    `insert into job_prior_work (job_id, seq, component, work, who, recency)
     values ($1, $2, $3, $4, $5, $6)`,
    [jobId, seq, component, work, who, recency],
  );
}

export async function insertWatchFact(db: Db, jobId: JobId, seq: number, { what, who, until }: Watch): Promise<void> {
  await execute(db, "insert into job_watch (job_id, seq, what, who, until) values ($1, $2, $3, $4, $5)", [
    jobId,
    seq,
    what,
    who,
    until,
  ]);
}

export async function insertBypassFact(db: Db, jobId: JobId, seq: number, what: string): Promise<void> {
  await execute(db, "insert into job_bypass (job_id, seq, what) values ($1, $2, $3)", [jobId, seq, what]);
}

export async function setBypassRemoved(db: Db, jobId: JobId, bypassSeq: number, seq: number): Promise<void> {
  await execute(db, "update job_bypass set removed_seq = $3 where job_id = $1 and seq = $2", [jobId, bypassSeq, seq]);
}

export async function insertTestFact(
  db: Db,
  jobId: JobId,
  seq: number,
  test: TestBody & { readonly minutes: number; readonly access: string | null },
): Promise<void> {
  await execute(
    db,
    `insert into job_test (job_id, seq, procedure, title, outcome, minutes, access, effects, version, place)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10)`,
    [
      ...[jobId, seq, test.procedure, test.title, test.outcome, test.minutes, test.access],
      ...[JSON.stringify(test.effects), test.version ?? null, test.place ?? null],
    ],
  );
}

export async function insertPartFact(
  db: Db,
  jobId: JobId,
  seq: number,
  part: PartBody & { readonly minutes: number },
): Promise<void> {
  const resultSeq = part.result === null ? null : seq;
  const { component, failure, partNumber, source, minutes, cost, result, place } = part;
  await execute(
    db,
    `insert into job_part
       (job_id, seq, component, failure, part_number, source, minutes, cost, currency, result, result_seq, place)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12)`,
    [
      ...[jobId, seq, component, failure, partNumber, source, minutes, cost.amount, cost.currency, result, resultSeq],
      place ?? null,
    ],
  );
}

/** @returns false where there is no such part on the job */
export async function setPartResult(
  db: Db,
  jobId: JobId,
  result: { readonly partSeq: number; readonly seq: number; readonly result: PartResult },
): Promise<boolean> {
  const changed = await execute(db, "update job_part set result = $3, result_seq = $4 where job_id = $1 and seq = $2", [
    jobId,
    result.partSeq,
    result.result,
    result.seq,
  ]);
  return changed === 1;
}

export async function insertProofFact(
  db: Db,
  jobId: JobId,
  seq: number,
  proof: { readonly step: ProofStep; readonly result: ProofResult },
): Promise<void> {
  await execute(db, "insert into job_proof (job_id, seq, step, result) values ($1, $2, $3, $4)", [
    jobId,
    seq,
    proof.step,
    proof.result,
  ]);
}

export async function insertSuspectFact(db: Db, jobId: JobId, seq: number, cause: Cause): Promise<void> {
  await execute(db, "insert into job_suspect (job_id, seq, component, failure) values ($1, $2, $3, $4)", [
    jobId,
    seq,
    cause.component,
    cause.failure,
  ]);
}

/** The causes of a new finding stand in the place of the old finding's. */
export async function replaceCauseFacts(
  db: Db,
  jobId: JobId,
  seq: number,
  causes: readonly FoundCause[],
): Promise<void> {
  await execute(db, "delete from job_cause where job_id = $1", [jobId]);
  for (const { component, failure, place = null } of causes)
    await execute(db, "insert into job_cause (job_id, seq, component, failure, place) values ($1, $2, $3, $4, $5)", [
      jobId,
      seq,
      component,
      failure,
      place,
    ]);
}

const FACT_TABLES = [
  "job_symptom",
  "job_code",
  "job_module",
  "job_code_return",
  "job_confirmation",
  "job_watch",
  "job_prior_work",
  "job_bypass",
  "job_test",
  "job_part",
  "job_proof",
  "job_cause",
  "job_suspect",
] as const;

/** Takes back what one entry added; the entry itself stays on the trail. */
export async function withdrawFacts(db: Db, jobId: JobId, seq: number): Promise<void> {
  await execute(
    db,
    "update job_part set result = null, result_seq = null where job_id = $1 and result_seq = $2 and seq <> $2",
    [jobId, seq],
  );
  await execute(db, "update job_bypass set removed_seq = null where job_id = $1 and removed_seq = $2", [jobId, seq]);
  for (const table of FACT_TABLES)
    await execute(db, `delete from ${table} where job_id = $1 and seq = $2`, [jobId, seq]);
}
