import "server-only";
import type { Cause, Repair } from "@/core/book";
import type { PersonId } from "@/core/ids";
import type { Companion, MixingRule, RepairSheet, SourceRecord } from "@/core/repair";
import type { Db } from "./pool";
import { execute, many, maybeOne } from "./rows";

const COLUMNS = "component, failure, options, companions, mixing, note";

/** What the book holds of a cause's repair beside its time and price; null where nobody wrote any. */
export async function findRepairSheet(db: Db, { component, failure }: Cause): Promise<RepairSheet | null> {
  return maybeOne<RepairSheet>(db, `select ${COLUMNS} from repair_sheet where component = $1 and failure = $2`, [
    component,
    failure,
  ]);
}

/** Writes it in place of what stood there. */
export async function writeRepairSheet(db: Db, sheet: RepairSheet, by: PersonId, now: Date): Promise<void> {
  const { component, failure, options, companions, mixing, note } = sheet;
  await execute(
    db,
    `insert into repair_sheet (${COLUMNS}, written_at, written_by)
     values ($1, $2, $3, $4, $5, $6, $7, $8)
     on conflict (component, failure) do update
     set options = excluded.options, companions = excluded.companions, mixing = excluded.mixing, note = excluded.note,
       written_at = excluded.written_at, written_by = excluded.written_by`,
    [component, failure, JSON.stringify(options), JSON.stringify(companions), JSON.stringify(mixing), note, now, by],
  );
}

/** Whether a lead wrote it. */
export async function isLeadsSheet(db: Db, { component, failure }: Cause): Promise<boolean> {
  const row = await maybeOne(
    db,
    `select from repair_sheet s
     join person p on p.id = s.written_by
     where s.component = $1 and s.failure = $2 and p.role = 'lead' and p.kind = 'person'`,
    [component, failure],
  );
  return row !== null;
}

/** Says what a repair takes, in place of what was said. */
export async function setRepair(db: Db, repair: Repair, by: PersonId, now: Date): Promise<void> {
  const { component, failure, minutes, access, accessMinutes, partsCost } = repair;
  await execute(
    db,
    `insert into fix (component, failure, minutes, access, access_minutes, parts_cost, currency, created_at, created_by)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9)
     on conflict (component, failure) do update
     set minutes = excluded.minutes, access = excluded.access, access_minutes = excluded.access_minutes,
       parts_cost = excluded.parts_cost, currency = excluded.currency, other_shop = null`,
    [component, failure, minutes, access, accessMinutes, partsCost.amount, partsCost.currency, now, by],
  );
}

/** The rules on which revisions of a component may run together, whatever ails it. */
export async function mixingRulesOf(db: Db, component: string): Promise<readonly MixingRule[]> {
  const rows = await many<{ mixing: readonly MixingRule[] }>(
    db,
    "select mixing from repair_sheet where component = $1 order by failure",
    [component],
  );
  return rows.flatMap(({ mixing }) => mixing);
}

/** What went with repairs of a component on earlier jobs, how often, the commonest first, in the order in which it was done. */
export interface EarlierCompanion extends Companion {
  readonly jobs: number;
}

const MOST_EARLIER = 12;
const LATEST_PARTS = 200;

/** Work that colleagues did with this component, on the latest jobs with it. */
export async function earlierCompanions(db: Db, component: string): Promise<EarlierCompanion[]> {
  return many<EarlierCompanion>(
    db,
    `select c.item ->> 'kind' as kind, c.item ->> 'what' as what, max(c.item ->> 'value') as value, max(c.item ->> 'source') as source,
       count(distinct p.job_id)::int as jobs
     from (
       select job_id, work from job_part where component = $1 and work is not null order by job_id desc limit ${LATEST_PARTS}
     ) p, jsonb_array_elements(p.work -> 'checkOffs') with ordinality c (item, at)
     where (c.item ->> 'done')::boolean
     group by 1, 2
     order by jobs desc, avg(c.at), what
     limit ${MOST_EARLIER}`,
    [component],
  );
}

/** Of a component's jobs so many are counted, the latest ones. */
const MOST_COUNTED = 2000;

/** How a component's parts fared here by where they were from: those that cured a closed job, and how many of these came back. */
export async function sourceRecordsOf(db: Db, component: string): Promise<SourceRecord[]> {
  return many<SourceRecord>(
    db,
    `select p.source, count(distinct j.id)::int as fitted, (count(distinct j.id) filter (where j.came_back))::int as "cameBack"
     from (
       select job_id from job_feature where feature = 'part|' || $1 order by at desc, job_id limit ${MOST_COUNTED}
     ) f
     join job_part p on p.job_id = f.job_id
     join job j on j.id = p.job_id
     where p.component = $1 and p.result = 'fixed' and not p.get_home
     group by p.source
     order by p.source`,
    [component],
  );
}

/** What the latest cures of a cause took, as a rule. */
export interface LearntRepair {
  readonly jobs: number;
  readonly minutes: number;
  readonly cost: number;
}

/** Cures that are looked at, the latest ones. */
const LATEST_CURES = 30;

/** The medians of the latest cures of a cause, by what closed jobs recorded: `component` and `failure` are SQL. */
const learnt = (component: string, failure: string) => `
  select count(*)::int as jobs, percentile_cont(0.5) within group (order by minutes) as minutes,
    percentile_cont(0.5) within group (order by cost)::numeric(11, 2) as cost, min(currency) as currency
  from (
    select p.minutes, p.cost, p.currency
    from job_part p
    join job j on j.id = p.job_id
    where p.component = ${component} and p.failure = ${failure} and p.result = 'fixed' and not p.get_home
      and j.closed_at is not null and not j.came_back
    order by p.job_id desc
    limit ${LATEST_CURES}
  ) latest
  having count(*) > 0`;

/** What the latest cures of a cause took; null where there are none. */
export async function learntRepairOf(db: Db, { component, failure }: Cause): Promise<LearntRepair | null> {
  return maybeOne<LearntRepair>(db, `select jobs, minutes, cost from (${learnt("$1", "$2")}) l`, [component, failure]);
}

/** What cures took here, for causes whose repair nobody wrote down. */
export async function readLearntRepairs(db: Db): Promise<Repair[]> {
  return many<Repair>(
    db,
    `select k.component, k.failure, t.minutes, null as access, 0 as "accessMinutes", t.jobs as learnt,
       json_build_object('amount', t.cost, 'currency', t.currency) as "partsCost"
     from cause k, lateral (${learnt("k.component", "k.failure")}) t
     where not exists (select from fix x where x.component = k.component and x.failure = k.failure)`,
  );
}

/** Causes whose repair the book holds, or that were cured here. */
export interface RepairRow extends Cause {
  readonly minutes: number | null;
  readonly partsCost: number | null;
  readonly currency: string | null;
  readonly hasSheet: boolean;
}

/** Every cause with what its repair takes, as far as it was written down. */
export async function listRepairs(db: Db): Promise<RepairRow[]> {
  return many<RepairRow>(
    db,
    `select k.component, k.failure, x.minutes, x.parts_cost as "partsCost", x.currency, s.component is not null as "hasSheet"
     from cause k
     join component c on c.key = k.component and c.merged_into is null
     join failure f on f.key = k.failure and f.merged_into is null
     left join fix x on x.component = k.component and x.failure = k.failure
     left join repair_sheet s on s.component = k.component and s.failure = k.failure
     where k.failure <> 'works-as-designed' and (not k.general or x.component is not null or s.component is not null)
     order by c.label, f.label`,
  );
}

/** What each repair of the book takes, under its words of today. */
export async function readRepairs(db: Db): Promise<Repair[]> {
  return many<Repair>(
    db,
    `select distinct on (k.key, f.key) k.key as component, f.key as failure, x.minutes, x.access,
       x.access_minutes as "accessMinutes", json_build_object('amount', x.parts_cost, 'currency', x.currency) as "partsCost"
     from fix x
     join component written on written.key = x.component
     join component k on k.key = coalesce(written.merged_into, written.key)
     join failure meant on meant.key = x.failure
     join failure f on f.key = coalesce(meant.merged_into, meant.key)
     order by k.key, f.key, written.merged_into is not null, meant.merged_into is not null`,
  );
}

/** Takes a repair out of the book. */
export async function removeRepair(db: Db, { component, failure }: Cause): Promise<void> {
  await execute(db, "delete from fix where component = $1 and failure = $2", [component, failure]);
}
