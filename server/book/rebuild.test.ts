import { beforeAll, expect, test } from "vitest";
import type { Actor } from "@/server/auth/session";
import { pool } from "@/server/db/pool";
import { many, one } from "@/server/db/rows";
import { givenDatabase } from "@/tests/support/database";
import { closeOneOf, failureOf, openWithHistory, reopen, standing } from "@/tests/support/simulated-history";
import { OpenJob } from "@/tests/support/workshop";
import { rebuildCounters } from "./rebuild";

givenDatabase();
let lead: Actor;

beforeAll(async () => {
  lead = await openWithHistory(230);
});

/** What goes wrong with counters: too many, too few, gone, come from nowhere, and what should wait does not. */
const DAMAGES = [
  "update cause_count set jobs = jobs + 3, weight_milli = weight_milli - 700 where group_key = (select max(group_key) from cause_count)",
  "delete from feature_count where feature = (select min(feature) from feature_count)",
  `insert into outcome_count (procedure, outcome, component, failure, jobs, weight_milli) values ('a "quoted" \\ one', 'ä, b', 'none', 'never', 4, 4000)`,
  "delete from trial_count where ctid in (select ctid from trial_count order by ctid limit 5)",
  `insert into counter_waiting (counted, key, add) values ('causes', '["nowhere","none","never"]', '{2,2000}')`,
  "update other_cause_count set jobs = jobs + 1",
  "delete from job_feature where job_id = (select id from job where closed_at is not null order by number limit 1)",
  "update job_feature set at = at - interval '1 day' where job_id = (select id from job where closed_at is not null order by number offset 1 limit 1)",
  "delete from job_word where job_id = (select id from job where closed_at is not null order by number offset 2 limit 1)",
  "insert into job_feature (job_id, feature, at) select id, 'part|gone', now() from job where closed_at is null",
  "insert into job_word (job_id, word, at) select id, 'gone', now() from job where closed_at is null",
  "update feature_jobs set jobs = jobs + 7 where feature in ('*', (select min(feature) from feature_jobs where feature <> '*'))",
  "delete from feature_jobs where feature = (select max(feature) from feature_jobs)",
  "update job set vain_minutes = vain_minutes + 100 where closed_at is not null",
  "delete from pattern_vehicle where vehicle_id = (select min(vehicle_id::text)::uuid from pattern_vehicle)",
  "update pattern_vehicle set had = had + 1",
];

const vainMinutes = () => one(pool(), "select sum(vain_minutes) as vain, sum(cause_minutes) as cause from job");

test("a rebuild mends whatever was wrong, while jobs are closed and opened again, and holds nobody up", async () => {
  await OpenJob.open(lead);
  const { component } = await one<{ component: string }>(pool(), "select min(component) as component from job_cause");
  const failure = await failureOf(component);
  await closeOneOf(lead, component, failure);
  const [before, minutes] = [await standing(), await vainMinutes()];
  for (const damage of DAMAGES) expect((await pool().query(damage)).rowCount, damage).toBeGreaterThan(0);
  const meanwhile: Awaited<ReturnType<typeof closeOneOf>>[] = [];
  const told: number[] = [];
  const counted = await rebuildCounters(async (done) => {
    told.push(done);
    // Whoever had to wait for the rebuild would wait for ever: it goes on when this is through.
    meanwhile.push(await closeOneOf(lead, component, failure));
  });
  expect(counted).toBe(231);
  expect(told).toEqual([100, 200, 231]);
  for (const id of meanwhile) await reopen(lead, id);
  expect(await standing()).toEqual(before);
  expect(await vainMinutes()).toEqual(minutes);
});

test("two rebuilds at once are done one after the other, and mend it once", async () => {
  const before = await standing();
  await pool().query("update cause_count set jobs = jobs + 1, weight_milli = weight_milli + 1000");
  await Promise.all([rebuildCounters(), rebuildCounters()]);
  expect(await standing()).toEqual(before);
  expect(await many(pool(), "select from counter_waiting")).toEqual([]);
});
