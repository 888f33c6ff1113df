import type { JobId } from "@/core/ids";
import type { Actor } from "@/server/auth/session";
import { rebuildCounters } from "@/server/book/rebuild";
import { settleIn } from "@/server/casebook/settle-in";
import { findJob } from "@/server/db/jobs";
import { pool } from "@/server/db/pool";
import { many, one } from "@/server/db/rows";
import { casebookOf } from "@/simulation/casebook";
import { openShop as openSimulatedShop } from "@/simulation/shop";
import { HILLS } from "@/simulation/world/rules";
import { expect } from "vitest";
import { sendCasebook } from "./casebooks";
import { done, OpenJob, openWorkshop, send, VEHICLE } from "./workshop";

/** A workshop with a simulated history of its own, and one of another shop beside it. @returns its lead */
export async function openWithHistory(jobs: number): Promise<Actor> {
  const { lead } = await openWorkshop();
  const { world, history } = openSimulatedShop(HILLS, 5, jobs);
  expect(await sendCasebook(lead, casebookOf(world, history))).toMatchObject({ ok: true });
  const other = openSimulatedShop(HILLS, 6, 60);
  const from = { name: "Mill Lane Garage", weightMilli: 330 };
  expect(await sendCasebook(lead, casebookOf(other.world, other.history), { from })).toMatchObject({ ok: true });
  return lead;
}

const COUNTERS = ["cause_count", "feature_count", "outcome_count", "trial_count"];
const TABLES = [
  ...COUNTERS,
  ...COUNTERS.map((each) => `other_${each}`),
  "job_feature",
  "job_word",
  "feature_jobs",
  "pattern_vehicle",
];

/** Every row of what the jobs add up to, but for its place in the table. */
export async function standing(): Promise<readonly { readonly row: string }[][]> {
  await settleIn();
  return Promise.all(
    TABLES.map((table) => many<{ row: string }>(pool(), `select t::text as row from ${table} t order by 1`)),
  );
}

export async function expectAsCountedAnew(): Promise<void> {
  const kept = await standing();
  await rebuildCounters();
  expect(await standing()).toEqual(kept);
}

/** A way in which a component failed. */
export async function failureOf(component: string): Promise<string> {
  const sql = "select failure from job_cause where component = $1 order by 1 limit 1";
  return (await one<{ failure: string }>(pool(), sql, [component])).failure;
}

export async function jobNaming(component: string): Promise<JobId> {
  const { id } = await one<{ id: JobId }>(
    pool(),
    `select c.job_id as id from job_cause c join job j on j.id = c.job_id
     where c.component = $1 and j.closed_at is not null order by j.number limit 1`,
    [component],
  );
  return id;
}

export async function reopen(lead: Actor, id: JobId): Promise<void> {
  const job = await findJob(pool(), lead.siteId, id);
  await done(send(lead, "reopen-job", { jobId: id, version: job?.version, reason: "looked again" }));
}

export async function closeOneOf(lead: Actor, component: string, failure: string): Promise<JobId> {
  const job = await OpenJob.open(lead, { vehicle: { ...VEHICLE, plate: null } });
  await job.record("record-finding", { result: "root-cause", causes: [{ component, failure }] });
  const signed = ["proof", "unchecked", "left-over", "second-look"].map((each) => ({ for: each, reason: "enough" }));
  await job.record("close-job", { reason: "enough", signed });
  return job.id;
}
