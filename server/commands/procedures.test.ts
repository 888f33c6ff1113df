import { beforeAll, describe, expect, test } from "vitest";
import type { Procedure } from "@/core/book";
import type { Actor } from "@/server/auth/session";
import { pool } from "@/server/db/pool";
import { findSite } from "@/server/db/sites";
import { loadJobSheet } from "@/server/views/job-sheet";
import { listProcedures, loadProcedure, loadProcedureStart, usableProcedures } from "@/server/views/procedures";
import { givenDatabase } from "@/tests/support/database";
import { done, OpenJob, openWorkshop, refusalOf, send, VEHICLE } from "@/tests/support/workshop";

givenDatabase();
let lead: Actor;
let technician: Actor;

beforeAll(async () => {
  ({ lead, technician } = await openWorkshop());
});

const sheetOf = async ({ id }: OpenJob) => {
  const sheet = await loadJobSheet(await findSite(pool(), lead.siteId), id);
  if (!sheet) throw new Error("the job is gone");
  return sheet;
};

const OUTCOMES = [
  { key: "in-spec", label: "Holds", effects: [{ component: "boost-hose", failure: "split", effect: "clears" }] },
  { key: "high", label: "Loses", effects: [{ component: "boost-hose", failure: "split", effect: "confirms" }] },
];
const problemsOf = async (work: ReturnType<typeof send>) => {
  const refusal = await refusalOf(work);
  return refusal.code === "invalid" ? refusal.problems.map(({ path, message }) => `${path} ${message}`) : refusal;
};

/** A procedure as it is written: whether it stands and has pictures is not written with it. */
function withoutState(procedure: Procedure): Record<string, unknown> {
  return Object.fromEntries(Object.entries(procedure).filter(([name]) => name !== "proposed" && name !== "pictured"));
}

describe("a procedure", () => {
  test("changes as a new version, and a job keeps the one that it used", async () => {
    const job = await OpenJob.open(technician);
    const measure = () =>
      job.record("record-test", {
        procedure: "leak-test",
        outcome: "in-spec",
        minutes: 5,
        readings: [{ label: "", reading: { value: 0.01, unit: "bar" } }],
      });
    await measure();
    const { procedure } = (await loadProcedure("leak-test")) ?? {};
    if (!procedure) throw new Error("the book has lost its leak test");
    const change = { ...withoutState(procedure), title: "Leak test at 1.2 bar", steps: ["Close it", "Wait"] };
    expect((await refusalOf(send(technician, "write-procedure", change))).code).toBe("not-allowed");
    expect(await done(send(lead, "write-procedure", change))).toEqual({ key: "leak-test", version: 2 });
    expect((await refusalOf(send(lead, "write-procedure", change))).code).toBe("conflict");
    await measure();
    const { rows } = await pool().query(
      `select t.title, t.version, v.body ->> 'title' as kept
       from job_test t
       join procedure_version v on v.procedure = t.procedure and v.version = t.version
       where t.job_id = $1
       order by t.seq`,
      [job.id],
    );
    expect(rows).toEqual([
      { title: "Leak test", version: 1, kept: "Leak test" },
      { title: "Leak test at 1.2 bar", version: 2, kept: "Leak test at 1.2 bar" },
    ]);
    await measure();
    expect((await loadProcedure("leak-test"))?.knownGood).toEqual({
      median: { value: 0.01, unit: "bar" },
      spread: { value: 0, unit: "bar" },
      n: 3,
    });
    const without = { ...change, version: 2, outcomes: procedure.outcomes.filter(({ key }) => key !== "in-spec") };
    expect(
      await problemsOf(
        send(lead, "write-procedure", { ...without, outcomes: [...without.outcomes, { label: "New" }] }),
      ),
    ).toEqual([expect.stringMatching(/^outcomes has to keep “.+”: tests on record came to it$/)]);
  });

  test("is named where it cannot be judged by", async () => {
    const draft = { title: "Held pressure", minutes: 8, kind: "trace", outcomes: OUTCOMES };
    const write = (more: object) => problemsOf(send(lead, "write-procedure", { ...draft, ...more }));
    expect(await write({})).toEqual(["look is needed: how the recording is looked at"]);
    const upside = { kind: "range", low: { value: 3, unit: "bar" }, high: { value: 1, unit: "bar" } };
    expect(await write({ look: "leak", spec: upside })).toEqual(["spec.high lies below low"]);
    const variant = { spec: { kind: "range" }, source: "maker" };
    expect(await write({ look: "leak", specs: [variant] })).toEqual(["specs[0].spec a range needs at least one end"]);
    const twice = [{ label: "Holds" }, { label: "holds!" }];
    expect(await write({ look: "leak", outcomes: twice })).toEqual([
      "outcomes[1].label cannot be told from another outcome",
    ]);
    expect(await write({ kind: "value", outcomes: [{ label: "Only one" }] })).toEqual(["outcomes needs 2 at least"]);
  });

  test("that a technician proposes is offered once a lead has taken it in, or is left out", async () => {
    const job = await OpenJob.open(technician);
    await job.record("record-test", {
      procedure: null,
      title: "Squeeze the hose",
      outcome: "It hissed",
      minutes: 4,
      effects: [{ component: "boost-hose", failure: "split", effect: "confirms" }],
    });
    const site = await findSite(pool(), lead.siteId);
    const start = await loadProcedureStart(site, job.id, 2);
    expect(start).toMatchObject({ title: "Squeeze the hose", outcome: "It hissed", minutes: 4 });
    const draft = {
      title: start.title,
      minutes: 4,
      outcomes: [...OUTCOMES, { label: "Hissed", effects: start.effects }],
    };
    const { key } = await done<{ key: string }>(send(technician, "propose-procedure", draft));
    expect(key).toBe("squeeze-the-hose");
    const offered = async () => (await usableProcedures()).some((each) => each.key === key);
    expect(await offered()).toBe(false);
    const listed = (await listProcedures()).find((each) => each.key === key);
    expect(listed).toMatchObject({ title: "Squeeze the hose", proposed: true, minutes: 4 });
    await done(send(lead, "write-procedure", { ...draft, key, version: 1 }));
    expect(await offered()).toBe(true);
    expect((await refusalOf(send(lead, "drop-proposal", { key }))).code).toBe("not-found");

    const second = await done<{ key: string }>(send(technician, "propose-procedure", draft));
    expect(second.key).toBe("squeeze-the-hose-2");
    expect((await refusalOf(send(technician, "drop-proposal", second))).code).toBe("not-allowed");
    await done(send(lead, "drop-proposal", { key: second.key }));
    expect(await loadProcedure(second.key)).toBeNull();
  });
});

describe("a test", () => {
  test("by a recording is judged here, and keeps few of its points", async () => {
    const { key } = await done<{ key: string }>(
      send(lead, "write-procedure", {
        title: "Charge air holds",
        minutes: 8,
        kind: "trace",
        look: "leak",
        outcomes: OUTCOMES,
        spec: { kind: "range", high: { value: 0.05, unit: "bar" } },
      }),
    );
    const job = await OpenJob.open(technician);
    const timeS = Array.from({ length: 3000 }, (_, at) => at / 5);
    const trace = {
      timeS,
      channels: [{ name: "charge air", unit: "kPa", values: timeS.map((time) => 120 - (time / 60) * 9) }],
    };
    const test = { procedure: key, outcome: "in-spec", minutes: 9, trace };
    expect(await problemsOf(job.try("record-test", test))).toEqual(["overruled say why the verdict is not followed"]);
    await job.record("record-test", { ...test, outcome: "high" });
    const [entry] = (await sheetOf(job)).trail.slice(-1);
    expect(entry?.mark).toBe("fails");
    expect(entry?.details[0]).toMatch(/^It loses 9 kPa a minute over 9\.997 min\. 0\.09 bar lies above/);
    expect(entry?.trace?.timeS.length).toBeLessThan(300);
    const backwards = { ...trace, timeS: [...timeS.slice(0, 5), 0.1, ...timeS.slice(6)] };
    expect(await problemsOf(job.try("record-test", { ...test, trace: backwards }))).toEqual([
      "trace goes back in time at its point 6",
    ]);
  });

  test("without values for the part is compared with a good one instead", async () => {
    const job = await OpenJob.open(technician);
    const readings = [
      { label: "known good", reading: { value: 0.1, unit: "bar" } },
      { label: "suspect", reading: { value: 0.3, unit: "bar" } },
    ];
    const test = { procedure: "leak-test", minutes: 6, readings, partMaker: "Nobody", comparedBy: "beside-good" };
    await job.record("record-test", { ...test, outcome: "could-not-tell" });
    const [entry] = (await sheetOf(job)).trail.slice(-1);
    expect(entry?.details).toContain("0.3 bar beside 0.1 bar of the good one, 200 % more");
  });

  test("at a place that lies elsewhere in such cars asks before it is kept", async () => {
    const job = await OpenJob.open(technician, { vehicle: { ...VEHICLE, market: "coast" } });
    const matters = "the fuses are numbered the other way round.";
    await done(send(lead, "describe-model", { make: VEHICLE.make, model: VEHICLE.model, marketMatters: matters }));
    const readings = [{ label: "fuse 24", reading: { value: 0.01, unit: "bar" } }];
    const test = { procedure: "leak-test", outcome: "in-spec", minutes: 5, readings };
    expect(await problemsOf(job.try("record-test", test))).toEqual([
      `readings[0].reading This one was built for coast, and there it lies elsewhere: ${matters} Was it the right one? If it is right, say so.`,
    ]);
    await job.record("record-test", { ...test, sure: true });
    expect((await sheetOf(job)).market).toEqual({ name: "coast", matters });
  });

  test("notes that its meter was proved today, and no longer the day after", async () => {
    const { id } = await done<{ id: string }>(send(lead, "describe-instrument", { name: "Meter 1" }));
    await done(send(technician, "prove-instrument", { id }));
    const job = await OpenJob.open(technician);
    const readings = [{ label: "", reading: { value: 0.01, unit: "bar" } }];
    const measure = async () => {
      await job.record("record-test", {
        procedure: "leak-test",
        outcome: "in-spec",
        minutes: 5,
        readings,
        instrumentId: id,
      });
      return (await sheetOf(job)).trail.at(-1)?.details;
    };
    expect(await measure()).toEqual(["Read with Meter 1, proved on a known source today"]);
    await pool().query("update instrument set proved_at = proved_at - interval '1 day'");
    expect(await measure()).toEqual(["Read with Meter 1"]);
  });
});
