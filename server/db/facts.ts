import "server-only";
import type { JobId } from "@/core/ids";
import type { Cause } from "@/core/book";
import type {
  Comeback,
  Confirmation,
  Finding,
  FoundCause,
  JobFacts,
  LeftOver,
  ModuleCoverage,
  Waiting,
  Watch,
} from "@/core/job";
import type { Vehicle } from "@/core/vehicle";
import type { Db } from "./pool";
import { many, one } from "./rows";

interface FactsRow {
  readonly vehicle: Vehicle;
  readonly odometerKm: number | null;
  readonly closed: boolean;
  readonly clearings: readonly number[];
  readonly scans: NonNullable<JobFacts["scans"]>;
  readonly silences: NonNullable<JobFacts["silences"]>;
  readonly estimates: NonNullable<JobFacts["estimates"]>;
  readonly choices: NonNullable<JobFacts["choices"]>;
  readonly codesBack: NonNullable<JobFacts["codesBack"]>;
  readonly secondLooks: readonly number[];
  readonly waiting: Waiting | null;
  readonly left: readonly LeftOver[];
  readonly returned: boolean;
  readonly returnedWhy: Comeback | null;
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
const causesOfJob = (also: { readonly column: string; readonly field: string }) => `
    (select coalesce(json_agg(json_build_object('component', c.component, 'failure', c.failure, 'place', c.place${also.field})
       order by c.component, c.failure), '[]')
     from (
       select current_component(component) as component, current_failure(failure) as failure, string_agg(place, ', ' order by place) as place${also.column}
       from job_cause
       where job_id = j.id
       group by 1, 2
     ) c)`;

export const CAUSES_OF_JOB = causesOfJob({ column: "", field: "" });

/** The same with what made each fail. */
const CAUSES_WITH_REASONS = causesOfJob({
  column: `,
         (jsonb_agg(jsonb_build_object('state', reason_state, 'text', coalesce(reason_text, '')) order by seq)
           filter (where reason_state is not null)) -> 0 as reason`,
  field: `, 'reason', c.reason`,
});

/** The name of the site whose job `j` is, where it is another one than that of a parameter. */
export const ELSEWHERE = (siteId: `$${number}`) =>
  `(select o.name from site o where o.id = j.site_id and o.id <> ${siteId})`;

/** The minutes spent on job `j`: what was taken back is not counted, nor what a casebook has brought in anew since. */
export const MINUTES_OF_JOB = `
    (select coalesce(sum(e.minutes), 0)
     from entry e
     where e.job_id = j.id
       and not exists (select from entry c where c.job_id = e.job_id and c.corrects = e.seq)
       and e.seq > coalesce((select max(i.seq) from entry i where i.job_id = j.id and i.kind = 'imported'), 0))`;

/** Where a row of a fact table stands on the trail: a correction where the entry stood that it corrects. */
export const placeOf = (row: string): string => `coalesce(${row}.position, ${row}.seq)`;

/** A code seen again keeps its latest status; a symptom named again adds its conditions. */
const FACTS = `
  select j.id,
    json_build_object('make', v.make, 'model', v.model, 'year', v.year, 'engine', v.engine,
      'transmission', v.transmission, 'drive', v.drive, 'market', v.market, 'equipment', v.equipment, 'built', v.built, 'uses', v.uses,
      'fuel', coalesce(v.fuel, (select n.trait from variant_name n where n.kind = 'engine' and n.make = '' and n.name = v.engine)),
      'gearbox', coalesce(v.gearbox,
        (select n.trait from variant_name n where n.kind = 'transmission' and n.make = '' and n.name = v.transmission))) as vehicle,
    j.odometer_km as "odometerKm", j.closed_at is not null as closed, j.finding, j.finding_left as left,
    array(select ${placeOf("c")} from job_clearing c where c.job_id = j.id order by 1) as clearings,
    array(select ${placeOf("l")} from job_second_look l where l.job_id = j.id order by 1) as "secondLooks",
    (select json_build_object('seq', ${placeOf("w")}, 'for', w.waits_for, 'what', w.what, 'due', w.due, 'since', w.since)
     from job_waiting w
     where w.job_id = j.id) as waiting,
    (select coalesce(json_agg(json_build_object('seq', s.place, 'module', s.module, 'code', s.code) order by s.place), '[]')
     from (
       select ${placeOf("m")} as place, m.module, null as code
       from job_module m
       where m.job_id = j.id and m.state = 'read'
       union all
       select ${placeOf("k")}, nullif(k.module, ''), k.code
       from job_code k
       where k.job_id = j.id and k.status is distinct from 'permanent'
     ) s) as scans,
    (select coalesce(json_agg(json_build_object('seq', ${placeOf("m")}, 'module', m.module, 'code', null) order by ${placeOf("m")}), '[]')
     from job_module m
     where m.job_id = j.id and m.state = 'no-answer') as silences,
    (select coalesce(json_agg(jsonb_build_object('seq', ${placeOf("e")}) || e.body order by ${placeOf("e")}), '[]')
     from job_estimate e
     where e.job_id = j.id) as estimates,
    (select coalesce(json_agg(jsonb_build_object('seq', ${placeOf("c")}) || c.body order by ${placeOf("c")}), '[]')
     from job_choice c
     where c.job_id = j.id) as choices,
    (select coalesce(json_agg(json_build_object('seq', ${placeOf("b")}, 'module', nullif(b.module, ''), 'code', b.code)
       order by ${placeOf("b")}), '[]')
     from job_code_return b
     where b.job_id = j.id and b.returned <> 'not') as "codesBack",
    exists (select from job o where o.comeback_of = j.id) as returned,
    (select o.comeback_why from job o where o.comeback_of = j.id order by o.opened_at desc, o.id desc limit 1) as "returnedWhy",
    (select coalesce(json_agg(json_build_object('key', s.symptom, 'conditions', s.conditions, 'denied', s.denied)
       order by s.first, s.symptom), '[]')
     from (
       select named.symptom, min(named.place) as first,
         array(select distinct current_condition(c) from job_symptom o, unnest(o.conditions) c
           where o.job_id = j.id and current_symptom(o.symptom) = named.symptom order by 1) as conditions,
         array(select distinct current_condition(d) from job_symptom o, unnest(o.denied) d
           where o.job_id = j.id and current_symptom(o.symptom) = named.symptom order by 1) as denied
       from (select current_symptom(m.symptom) as symptom, ${placeOf("m")} as place from job_symptom m where m.job_id = j.id) named
       group by named.symptom
     ) s) as symptoms,
    (select coalesce(json_agg(json_build_object('code', k.code, 'module', nullif(k.module, ''), 'status', k.status,
       'returned', (select r.returned from job_code_return r
         where r.job_id = j.id and r.code = k.code and r.module in ('', k.module) order by ${placeOf("r")} desc limit 1))
       order by k.code, k.module), '[]')
     from (
       select distinct on (c.code, c.module) c.code, c.module, c.status
       from job_code c
       where c.job_id = j.id
       order by c.code, c.module, ${placeOf("c")} desc
     ) k) as codes,
    array(select distinct module from job_module where job_id = j.id and state = 'read' order by 1) as "modulesScanned",
    (select coalesce(json_agg(json_build_object('module', m.module, 'state', m.state) order by m.module), '[]')
     from (
       select distinct on (o.module) o.module, o.state
       from job_module o
       where o.job_id = j.id
       order by o.module, ${placeOf("o")} desc
     ) m) as coverage,
    (select coalesce(json_agg(json_build_object('component', k.key, 'system', k.system, 'work', w.work, 'who', w.who,
       'recency', w.recency) order by ${placeOf("w")}), '[]')
     from job_prior_work w
     join component k on k.key = current_component(w.component)
     where w.job_id = j.id) as "priorWork",
    array(select distinct y.system from job_symptom s join symptom y on y.key = current_symptom(s.symptom)
      where s.job_id = j.id order by 1) as "symptomSystems",
    (select json_build_object('result', c.result, 'times', c.times, 'tries', c.tries,
       'conditions', array(select distinct current_condition(x) from unnest(c.conditions) x order by 1))
     from job_confirmation c
     where c.job_id = j.id
     order by ${placeOf("c")} desc
     limit 1) as confirmation,
    (select json_build_object('what', w.what, 'who', w.who, 'until', w.until)
     from job_watch w
     where w.job_id = j.id
     order by ${placeOf("w")} desc
     limit 1) as watch,
    (select coalesce(json_agg(json_build_object('seq', ${placeOf("t")}, 'procedure', t.procedure, 'title', t.title, 'outcome', t.outcome,
       'minutes', t.minutes, 'access', t.access, 'place', t.place, 'effects', current_effects(t.effects)) order by ${placeOf("t")}), '[]')
     from job_test t where t.job_id = j.id) as tests,
    (select coalesce(json_agg(json_build_object('seq', ${placeOf("p")}, 'component', current_component(p.component), 'failure', current_failure(p.failure),
       'partNumber', p.part_number, 'source', p.source, 'minutes', p.minutes, 'place', p.place,
       'cost', json_build_object('amount', p.cost, 'currency', p.currency),
       'result', p.result, 'resultSeq', p.result_seq, 'getHome', p.get_home, 'work', p.work,
       'system', (select k.system from component k where k.key = current_component(p.component))) order by ${placeOf("p")}), '[]')
     from job_part p where p.job_id = j.id) as parts,
    (select coalesce(json_agg(json_build_object('seq', b.seq, 'what', b.what, 'removed', b.removed_seq is not null)
       order by b.seq), '[]')
     from job_bypass b where b.job_id = j.id) as bypasses,
    (select coalesce(json_agg(json_build_object('seq', ${placeOf("f")}, 'step', f.step, 'result', f.result, 'cleanTries', f.clean_tries)
       order by ${placeOf("f")}), '[]')
     from job_proof f where f.job_id = j.id) as proof,
    (select coalesce(json_agg(json_build_object('component', n.component, 'failure', n.failure) order by n.component, n.failure), '[]')
     from (
       select distinct current_component(component) as component, current_failure(failure) as failure
       from job_suspect
       where job_id = j.id
     ) n) as named,${CAUSES_WITH_REASONS} as causes
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

function factsOf({ finding, causes, left, ...rest }: FactsRow): JobFacts {
  return { ...rest, finding: finding ? { result: finding, causes, left } : null };
}
