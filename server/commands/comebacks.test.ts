import { beforeAll, expect, test } from "vitest";
import { caseOf, rungOfJob } from "@/core/job";
import { lessonOf } from "@/core/lesson";
import { advise } from "@/core/plan";
import type { Actor } from "@/server/auth/session";
import { rebuildCounters } from "@/server/book/rebuild";
import { loadBook } from "@/server/book/load";
import { readFacts } from "@/server/db/facts";
import { pool } from "@/server/db/pool";
import { findSite } from "@/server/db/sites";
import { loadFloor } from "@/server/views/floor";
import { givenDatabase } from "@/tests/support/database";
import { done, NOW, OpenJob, openWorkshop, part, refusalOf, send, VEHICLE } from "@/tests/support/workshop";

givenDatabase();
let lead: Actor;
let technician: Actor;

beforeAll(async () => {
  ({ lead, technician } = await openWorkshop());
});

const LOW_POWER = { symptoms: [{ key: "low-power", conditions: ["uphill"] }] };
let plates = 0;

/** A hose that was found split, proved on the road and closed. */
async function cured(driven = true): Promise<OpenJob> {
  const job = await OpenJob.open(technician, { vehicle: { ...VEHICLE, plate: `C ${++plates}` }, ...LOW_POWER });
  await job.record("record-part", part("boost-hose", "split", "fixed"));
  await job.record("record-finding", {
    result: "root-cause",
    causes: [{ component: "boost-hose", failure: "split", reason: { state: "not-found", text: "" } }],
  });
  if (driven) await job.record("record-proof", { step: "road-test", result: "held", conditions: ["uphill"] });
  const signed = driven ? [] : [{ for: "proof", reason: "for the test" }];
  await job.record("close-job", { signed, reason: driven ? "" : "for the test" }, driven ? technician : lead);
  return job;
}

/** What the third vehicle is told of the hose. */
async function oddsOfHose(third: OpenJob): Promise<number> {
  const site = await findSite(pool(), lead.siteId);
  const file = caseOf(await readFacts(pool(), third.id));
  const { suspects } = advise(await loadBook(pool(), site, file), file);
  return suspects.find(({ cause }) => cause.component === "boost-hose")?.probability ?? 0;
}

const counters = async () =>
  (await pool().query("select * from cause_count order by 1, 2, 3")).rows as readonly Record<string, unknown>[];

test("a comeback takes the old cause its standing for a third vehicle, starts with what was tried, and can be untied", async () => {
  const third = await OpenJob.open(technician, { vehicle: { ...VEHICLE, plate: "C 3" }, ...LOW_POWER });
  const old = await cured();
  const before = { odds: await oddsOfHose(third), counters: await counters() };
  expect(before.odds).toBeGreaterThan(0);
  const input = { jobId: old.id, why: "same-complaint", complaint: "Weak again on the pass.", odometerKm: 121_000 };
  const back = await done<{ jobId: OpenJob["id"]; version: number }>(send(technician, "open-comeback", input));

  expect(rungOfJob(await readFacts(pool(), old.id))).toBe(0);
  expect(await oddsOfHose(third)).toBeLessThan(before.odds);
  const facts = await readFacts(pool(), back.jobId);
  expect(facts.priorWork).toMatchObject([{ component: "boost-hose", work: "changed", who: "us", recency: "days" }]);
  expect(facts.symptoms).toMatchObject(LOW_POWER.symptoms);
  const kept = await counters();
  await rebuildCounters();
  expect(await counters()).toEqual(kept);

  const tied = { jobId: back.jobId, version: back.version };
  await done(send(lead, "untie-comeback", tied));
  expect([await oddsOfHose(third), await counters()]).toEqual([before.odds, before.counters]);
  expect(rungOfJob(await readFacts(pool(), old.id))).toBe(4);
  expect((await refusalOf(send(lead, "untie-comeback", tied))).code).toBe("conflict");
});

test("how far a cause falls depends on what was learnt: half of it where its part failed again, a quarter where it had been driven", async () => {
  const third = await OpenJob.open(technician, { vehicle: { ...VEHICLE, plate: "C 4" }, ...LOW_POWER });
  const weight = async () =>
    Number(
      (
        await pool().query(
          "select coalesce(sum(weight_milli), 0) as sum from cause_count where group_key = 'all' and component = 'boost-hose'",
        )
      ).rows[0].sum,
    );
  const fallOf = async (why: string, proof: boolean) => {
    const before = await weight();
    const old = await cured(proof);
    const stood = (await weight()) - before;
    const back = await done<{ jobId: OpenJob["id"]; version: number }>(
      send(technician, "open-comeback", { jobId: old.id, why, complaint: "Weak again." }),
    );
    const left = (await weight()) - before;
    await done(send(lead, "untie-comeback", { jobId: back.jobId, version: back.version }));
    expect((await weight()) - before).toBe(stood);
    return left / stood;
  };
  expect(await fallOf("part-failed", true)).toBeCloseTo(0.5, 2);
  expect(await fallOf("same-complaint", true)).toBeCloseTo(0.25, 2);
  expect(await fallOf("same-complaint", false)).toBe(0);
  expect(await oddsOfHose(third)).toBeGreaterThan(0);
  const kept = await counters();
  await rebuildCounters();
  expect(await counters()).toEqual(kept);
});

test("a part that was bad for a reason nobody found is remembered so when the vehicle is back, and was not in vain", async () => {
  const job = await OpenJob.open(technician, { vehicle: { ...VEHICLE, plate: "C 5" }, ...LOW_POWER });
  await job.record("record-part", part("boost-hose", "split", "fixed"));
  const reason = { state: "not-looked", text: "" };
  await job.record("record-finding", {
    result: "root-cause",
    causes: [{ component: "boost-hose", failure: "split", reason }],
  });
  await job.record("close-job", { reason: "in a hurry", signed: [{ for: "proof", reason: "in a hurry" }] }, lead);
  const input = { jobId: job.id, why: "same-complaint", complaint: "Split again." };
  const back = await done<{ jobId: OpenJob["id"] }>(send(technician, "open-comeback", input));
  const { rows } = await pool().query(
    "select body ->> 'note' as note from entry where job_id = $1 and kind = 'prior-work'",
    [back.jobId],
  );
  expect(rows[0]?.note).toContain("it was bad, and what made it fail was never found");
  const trials = lessonOf(await readFacts(pool(), job.id)).trials.filter(({ kind }) => kind === "part");
  expect(trials.length).toBeGreaterThan(0);
  expect(trials.every(({ subject, helped }) => subject === "boost-hose" && helped)).toBe(true);
});

test("another fault leaves the old cause its standing, and an open job has no comeback", async () => {
  const old = await cured();
  const input = { jobId: old.id, why: "our-work", complaint: "Rattles since." };
  const back = await done<{ jobId: OpenJob["id"]; version: number }>(send(technician, "open-comeback", input));
  expect(rungOfJob(await readFacts(pool(), old.id))).toBe(4);
  expect((await readFacts(pool(), back.jobId)).priorWork).toMatchObject([{ component: "boost-hose", who: "us" }]);
  expect((await refusalOf(send(technician, "open-comeback", { ...input, jobId: back.jobId }))).code).toBe("conflict");
  expect((await refusalOf(send(technician, "untie-comeback", { jobId: back.jobId, version: back.version }))).code).toBe(
    "not-allowed",
  );
  const floor = await loadFloor(await findSite(pool(), lead.siteId), NOW);
  expect(floor.jobs.find(({ id }) => id === back.jobId)).toMatchObject({ need: "test" });
});
