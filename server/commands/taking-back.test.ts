import fc from "fast-check";
import { beforeAll, describe, expect, test } from "vitest";
import { ENTRY_KINDS, recordOf, ruleOf, type JobRecord } from "@/core/entries";
import type { JobId } from "@/core/ids";
import { caseOf, rungOfJob } from "@/core/job";
import type { Actor } from "@/server/auth/session";
import { readFacts } from "@/server/db/facts";
import { findJob, type JobRow } from "@/server/db/jobs";
import { pool } from "@/server/db/pool";
import { readEntries } from "@/server/db/trail";
import { rebuildCounters } from "@/server/book/rebuild";
import { loadFloor } from "@/server/views/floor";
import { loadJobSheet } from "@/server/views/job-sheet";
import { findSite } from "@/server/db/sites";
import { givenDatabase } from "@/tests/support/database";
import { hire, OpenJob, openWorkshop, part, refusalOf, VEHICLE } from "@/tests/support/workshop";

givenDatabase();
let lead: Actor;
let technician: Actor;
let colleague: Actor;
let apprentice: Actor;
let desk: Actor;

beforeAll(async () => {
  ({ lead, technician } = await openWorkshop());
  colleague = await hire(lead, "Colleague", "technician");
  apprentice = await hire(lead, "Apprentice", "apprentice");
  desk = await hire(lead, "Desk", "desk");
});

const reason = { state: "not-looked", text: "" };
const HOSE = { result: "root-cause", causes: [{ component: "boost-hose", failure: "split", reason }] };
const VANES = { result: "root-cause", causes: [{ component: "turbocharger", failure: "sticking", reason }] };
const undo = (corrects: number) => ({ corrects, reason: "was not so" });

async function rowOf(job: OpenJob): Promise<JobRow> {
  const row = await findJob(pool(), technician.siteId, job.id);
  if (!row) throw new Error("the job is gone");
  return row;
}

describe("what is taken back leaves what the other entries say", () => {
  test("an older finding leaves the newer one, a newer one brings the older back", async () => {
    const job = await OpenJob.open(technician);
    const first = await job.record("record-finding", HOSE);
    const second = await job.record("record-finding", VANES);
    await job.record("withdraw-entry", undo(second));
    expect((await readFacts(pool(), job.id)).finding).toMatchObject(HOSE);
    const third = await job.record("record-finding", VANES);
    await job.record("withdraw-entry", undo(first));
    expect((await readFacts(pool(), job.id)).finding).toMatchObject(VANES);
    await job.record("withdraw-entry", undo(third));
    expect((await readFacts(pool(), job.id)).finding).toBeNull();
  });

  test("an odometer misread by a factor of ten no longer refuses the next job", async () => {
    const vehicle = { vin: null, plate: "HF 5512", make: "Tarrow", model: "Packet", year: 2017 };
    const job = await OpenJob.open(technician, { vehicle, odometerKm: 181_500 });
    const wrong = await job.record("record-odometer", { odometerKm: 1_820_000 });
    expect((await rowOf(job)).odometerKm).toBe(1_820_000);
    await job.record("withdraw-entry", undo(wrong));
    expect((await rowOf(job)).odometerKm).toBe(181_500);
    await OpenJob.open(technician, { vehicle, odometerKm: 182_400 });
  });

  test("a hand-over goes back to whoever had the job", async () => {
    const job = await OpenJob.open(technician);
    const handed = await job.record("hand-over", { to: colleague.personId });
    expect((await rowOf(job)).heldByName).toBe("Colleague");
    await job.record("withdraw-entry", undo(handed));
    expect((await rowOf(job)).heldByName).toBe("Technician");
  });

  test("its minutes are not counted, on the sheet or on the floor", async () => {
    const job = await OpenJob.open(technician);
    const note = await job.record("record-note", { text: "looked for leaks", minutes: 25 });
    await job.record("record-note", { text: "looked for leaks, 5 min", minutes: 5, corrects: note });
    const site = await findSite(pool(), technician.siteId);
    expect((await loadJobSheet(site, job.id))?.minutes).toBe(5);
    expect((await loadFloor(site, new Date())).jobs.find(({ id }) => id === job.id)?.minutes).toBe(5);
  });

  test("a test said anew after a repair still speaks of the vehicle before it", async () => {
    const job = await OpenJob.open(technician);
    const test1 = {
      procedure: "leak-test",
      minutes: 10,
      readings: [{ label: "", reading: { value: 0.2, unit: "bar" } }],
    };
    const measured = await job.record("record-test", { ...test1, outcome: "high" });
    await job.record("record-part", part("boost-hose", "split", "no-change"));
    const again = { ...test1, readings: [{ label: "", reading: { value: 0.3, unit: "bar" } }] };
    await job.record("record-test", { ...again, outcome: "high", corrects: measured });
    const { tests } = caseOf(await readFacts(pool(), job.id));
    expect(tests).toMatchObject([{ seq: measured, afterRepairs: 0 }]);
  });
});

describe("what is said anew stands where it stood", () => {
  test("a part keeps the result that was told of it, however often it is corrected", async () => {
    const job = await OpenJob.open(technician);
    const fitted = await job.record("record-part", part("boost-sensor", "reads-wrong", null));
    await job.record("record-part-result", { partSeq: fitted, result: "fixed" });
    const again = await job.record("record-part", { ...part("boost-hose", "split", null), corrects: fitted });
    const hose = { component: "boost-hose", seq: fitted, result: "fixed" };
    expect((await readFacts(pool(), job.id)).parts).toMatchObject([hose]);
    await job.record("record-part", { ...part("boost-hose", "split", null), minutes: 45, corrects: again });
    expect((await readFacts(pool(), job.id)).parts).toMatchObject([{ ...hose, minutes: 45 }]);
  });

  test("proof still speaks of a cure whose result was corrected after it", async () => {
    const job = await OpenJob.open(technician);
    const partSeq = await job.record("record-part", part("boost-hose", "split", null));
    const told = await job.record("record-part-result", { partSeq, result: "fixed", minutes: 5 });
    await job.record("record-proof", { step: "road-test", result: "held" });
    await job.record("record-part-result", { partSeq, result: "fixed", minutes: 15, corrects: told });
    expect(rungOfJob(await readFacts(pool(), job.id))).toBe(4);
  });

  test("a scan that is corrected is no later than one that was made since", async () => {
    const job = await OpenJob.open(technician);
    const scan = (status: string) => ({
      codes: [{ code: "P0299", module: "engine", status }],
      modulesRead: ["engine"],
    });
    const first = await job.record("record-scan", scan("stored"));
    await job.record("record-scan", scan("history"));
    await job.record("record-scan", { ...scan("pending"), corrects: first });
    expect((await readFacts(pool(), job.id)).codes).toMatchObject([{ code: "P0299", status: "history" }]);
  });
});

describe("taking back is for who may write such an entry, on a job that allows it", () => {
  const corrects = async (job: OpenJob, name: string, input: Record<string, unknown>, actor: Actor) => {
    const refusal = await refusalOf(job.try(name, input, actor));
    if (refusal.code !== "invalid") return refusal.code;
    return refusal.problems.map(({ path, message }) => `${path} ${message}`).join();
  };

  test("no entry of another kind does it, and not the desk", async () => {
    const job = await OpenJob.open(technician);
    const found = await job.record("record-finding", HOSE);
    const note = { text: "no", corrects: found };
    expect(await corrects(job, "record-note", note, desk)).toContain("names an entry of another kind");
    expect(await corrects(job, "withdraw-entry", undo(found), desk)).toBe("not-allowed");
    expect((await readFacts(pool(), job.id)).finding).toMatchObject(HOSE);
    const own = await job.record("record-note", { text: "customer rang" }, desk);
    await job.record("withdraw-entry", undo(own), desk);
  });

  test("who learns takes back their own entries only", async () => {
    const job = await OpenJob.open(technician);
    const fitted = await job.record("record-part", part("boost-hose", "split", "fixed"));
    expect(await corrects(job, "withdraw-entry", undo(fitted), apprentice)).toContain("a colleague's entry");
    const own = await job.record("record-note", { text: "hose is oily" }, apprentice);
    await job.record("withdraw-entry", undo(own), apprentice);
    await job.record("withdraw-entry", undo(fitted), colleague);
  });

  test("on a closed job nothing but its proof, and that not by who may not close", async () => {
    const job = await OpenJob.open(technician);
    const fitted = await job.record("record-part", part("boost-hose", "split", "fixed"));
    await job.record("record-finding", HOSE);
    const drive = await job.record("record-proof", { step: "road-test", result: "held" });
    await job.record("close-job", {});
    const own = await job.record("record-proof", { step: "follow-up", result: "held" }, apprentice);
    const anew = { ...part("boost-sensor", "reads-wrong", "fixed"), corrects: fitted };
    expect(await corrects(job, "record-part", anew, apprentice)).toBe("conflict");
    const replaced = { step: "road-test", result: "came-back", corrects: fitted };
    expect(await corrects(job, "record-proof", replaced, apprentice)).toContain("another kind");
    expect(await corrects(job, "withdraw-entry", undo(fitted), technician)).toBe("conflict");
    expect(await corrects(job, "withdraw-entry", undo(own), apprentice)).toBe("not-allowed");
    await job.record("withdraw-entry", undo(own));
    await job.record("withdraw-entry", undo(drive));
    const facts = await readFacts(pool(), job.id);
    expect([facts.parts.length, facts.proof.length, facts.closed]).toEqual([1, 0, true]);
  });

  test("what stays says what to do instead", async () => {
    const job = await OpenJob.open(technician);
    const bridged = await job.record("record-bypass", { what: "relay 14 bridged" });
    expect(await corrects(job, "withdraw-entry", undo(bridged), lead)).toContain(
      "somebody looks and says that it is out",
    );
    for (const kind of ENTRY_KINDS) expect(ruleOf(kind).stays, kind).not.toBe("");
  });
});

/** Something that somebody does to a job; what is refused changes nothing. */
const act = fc.oneof(
  fc.record({ name: fc.constant("record-symptoms"), pick: fc.nat(2) }),
  fc.record({ name: fc.constant("record-scan"), pick: fc.nat(3) }),
  fc.record({ name: fc.constant("record-clear"), pick: fc.nat(3) }),
  fc.record({ name: fc.constant("record-odometer"), pick: fc.nat(9) }),
  fc.record({ name: fc.constant("record-test"), pick: fc.nat(3) }),
  fc.record({ name: fc.constant("record-part"), pick: fc.nat(3) }),
  fc.record({ name: fc.constant("record-part-result"), pick: fc.nat(8) }),
  fc.record({ name: fc.constant("record-bypass"), pick: fc.nat(1) }),
  fc.record({ name: fc.constant("record-bypass-removed"), pick: fc.nat(8) }),
  fc.record({ name: fc.constant("record-finding"), pick: fc.nat(2) }),
  fc.record({ name: fc.constant("record-proof"), pick: fc.nat(3) }),
  fc.record({ name: fc.constant("record-second-look"), pick: fc.nat(1) }),
  fc.record({ name: fc.constant("record-waiting"), pick: fc.nat(3) }),
  fc.record({ name: fc.constant("book-follow-up"), pick: fc.nat(2) }),
  fc.record({ name: fc.constant("record-estimate"), pick: fc.nat(2) }),
  fc.record({ name: fc.constant("choose-repair"), pick: fc.nat(3) }),
  fc.record({ name: fc.constant("check-off"), pick: fc.nat(8) }),
  fc.record({ name: fc.constant("name-suspect"), pick: fc.nat(2) }),
  fc.record({ name: fc.constant("hand-over"), pick: fc.nat(1) }),
  fc.record({ name: fc.constant("withdraw-entry"), pick: fc.nat(12) }),
  fc.record({ name: fc.constant("withdraw-entry"), pick: fc.nat(12) }),
  fc.record({ name: fc.constant("close-job"), pick: fc.nat(1) }),
  fc.record({ name: fc.constant("reopen-job"), pick: fc.nat(1) }),
);

const CAUSES = ["boost-hose/split", "turbocharger/sticking", "boost-sensor/reads-wrong"].map((text) => {
  const [component = "", failure = ""] = text.split("/");
  return { component, failure };
});
const CODES = ["P0299", "P0234", "P2263", "U0100"];

const SEAL = { kind: "renew", what: "seal", value: "9 N.m", done: false };
const WORK = { work: { checkOffs: [SEAL], cures: ["low-power"] } };

function inputOf(name: string, pick: number): Record<string, unknown> {
  const cause = CAUSES[pick % CAUSES.length] ?? { component: "boost-hose", failure: "split" };
  const code = CODES[pick % CODES.length] ?? "P0299";
  const inputs: Readonly<Record<string, Record<string, unknown>>> = {
    "record-symptoms": {
      symptoms: [{ key: "low-power", conditions: pick ? ["hot"] : [], denied: pick > 1 ? ["cold"] : [] }],
    },
    "record-scan": { codes: [{ code, module: "engine" }], modulesRead: ["engine"] },
    "record-clear": { returns: [{ code, module: "engine", returned: "drive" }] },
    "record-odometer": { odometerKm: 130_000 + pick },
    "record-test": { procedure: "vane-travel", outcome: pick % 2 ? "sticks" : "free", minutes: pick },
    "record-part": {
      ...part(cause.component, cause.failure, pick % 2 ? "no-change" : null),
      getHome: pick > 2,
      ...WORK,
    },
    "record-part-result": { partSeq: pick, result: pick % 2 ? "fixed" : "no-change" },
    "record-bypass": { what: `relay ${pick}` },
    "record-bypass-removed": { bypassSeq: pick },
    "record-finding":
      pick > 1
        ? { result: "unresolved", why: "out of ways" }
        : { result: "root-cause", causes: [{ ...cause, reason }] },
    "record-proof": { step: "road-test", result: pick ? "held" : "came-back", cleanTries: pick > 1 ? pick : null },
    "record-second-look": { what: `side ${pick}` },
    "record-waiting":
      pick > 2 ? { for: null } : { for: "part", what: `hose ${pick}`, due: pick ? `2026-03-0${pick}` : null },
    "book-follow-up": { day: `2026-03-0${pick + 1}` },
    "record-estimate": {
      from: "ours",
      what: `unit ${pick}`,
      cause: pick ? cause : null,
      amount: { amount: 100 * pick, currency: "EUR" },
    },
    "choose-repair": { cause, option: pick > 1 ? "used" : "part", title: `way ${pick}` },
    "check-off": { partSeq: pick, checks: [{ what: "seal", done: pick % 2 > 0, source: pick > 4 ? "sheet 3" : null }] },
    "name-suspect": { cause },
    "hand-over": { to: pick ? colleague.personId : lead.personId },
    "withdraw-entry": undo(pick),
    "close-job": {
      reason: "enough",
      signed: [{ for: "proof", reason: "enough" }],
      ...(pick ? { bypassReason: "stays", askOn: "2026-03-09" } : {}),
    },
    "reopen-job": { reason: "again" },
  };
  const input = inputs[name];
  if (!input) throw new Error(`no input for ${name}`);
  return input;
}

/** The tables of a job, read as they stand: nothing of the fold's own code. */
async function tablesOf(id: JobId): Promise<Record<string, unknown>> {
  const rows = async (select: string) => (await pool().query(select, [id])).rows as unknown;
  return {
    job: await rows(
      `select odometer_km, held_by, finding, finding_left, closed_at is not null as closed, to_char(ask_on, 'YYYY-MM-DD') as ask_on
       from job where id = $1`,
    ),
    symptoms: await rows("select seq, symptom, conditions, denied from job_symptom where job_id = $1 order by 1, 2"),
    codes: await rows("select seq, code, module from job_code where job_id = $1 order by 1, 2"),
    returns: await rows("select seq, code from job_code_return where job_id = $1 order by 1, 2"),
    tests: await rows("select seq, position, outcome from job_test where job_id = $1 order by 1"),
    parts: await rows(
      "select seq, component, result, result_seq, get_home, work from job_part where job_id = $1 order by 1",
    ),
    bypasses: await rows("select seq, removed_seq from job_bypass where job_id = $1 order by 1"),
    proof: await rows("select seq, result, clean_tries from job_proof where job_id = $1 order by 1"),
    clearings: await rows("select seq from job_clearing where job_id = $1 order by 1"),
    secondLooks: await rows("select seq from job_second_look where job_id = $1 order by 1"),
    waiting: await rows("select seq, what, to_char(due, 'YYYY-MM-DD') as due from job_waiting where job_id = $1"),
    estimates: await rows("select seq, body ->> 'what' as what from job_estimate where job_id = $1 order by 1"),
    choices: await rows("select seq, body ->> 'title' as title from job_choice where job_id = $1 order by 1"),
    suspects: await rows("select seq, component from job_suspect where job_id = $1 order by 1"),
    causes: await rows("select seq, component, failure, reason_state from job_cause where job_id = $1 order by 1"),
  };
}

function asTables(record: JobRecord): Record<string, unknown> {
  const { odometerKm, holder, finding, closed, askOn, waiting } = record;
  const bySeq = <T extends { seq: number }>(facts: readonly T[]) => [...facts].sort((a, b) => a.seq - b.seq);
  return {
    job: [
      {
        odometer_km: odometerKm,
        held_by: holder,
        finding: finding?.result ?? null,
        finding_left: finding?.left ?? [],
        closed: closed !== null,
        ask_on: askOn?.day ?? null,
      },
    ],
    symptoms: bySeq(record.symptoms).map(({ seq, key, conditions, denied }) => ({
      seq,
      symptom: key,
      conditions,
      denied,
    })),
    codes: bySeq(record.codes).map(({ seq, code, module }) => ({ seq, code, module })),
    returns: bySeq(record.returns).map(({ seq, code }) => ({ seq, code })),
    tests: bySeq(record.tests).map(({ seq, position, outcome }) => ({ seq, position, outcome })),
    parts: bySeq(record.parts).map(({ seq, component, result, resultSeq, getHome, work = null }) => ({
      seq,
      component,
      result,
      result_seq: resultSeq,
      get_home: getHome,
      work,
    })),
    bypasses: bySeq(record.bypasses).map(({ seq, removedSeq }) => ({ seq, removed_seq: removedSeq })),
    proof: bySeq(record.proof).map(({ seq, result, cleanTries }) => ({ seq, result, clean_tries: cleanTries })),
    clearings: bySeq(record.clearings).map(({ seq }) => ({ seq })),
    secondLooks: bySeq(record.secondLooks).map(({ seq }) => ({ seq })),
    waiting: waiting ? [{ seq: waiting.seq, what: waiting.what, due: waiting.due }] : [],
    estimates: bySeq(record.estimates).map(({ seq, what }) => ({ seq, what })),
    choices: bySeq(record.choices).map(({ seq, title }) => ({ seq, title })),
    suspects: bySeq(record.suspects).map(({ seq, component }) => ({ seq, component })),
    causes: (finding?.causes ?? []).map(({ component, failure, reason: why }) => ({
      seq: finding?.seq,
      component,
      failure,
      reason_state: why?.state ?? null,
    })),
  };
}

let vehicles = 0;

const counters = async () => (await pool().query("select * from cause_count order by 1, 2, 3")).rows as unknown;

test(
  "after any history the tables say what the entries add up to, and the counters what the tables teach",
  { timeout: 120_000 },
  async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(act, { minLength: 6, maxLength: 24 }), async (acts) => {
        // A vehicle of its own: another one's odometer would refuse this one's.
        const job = await OpenJob.open(technician, { vehicle: { ...VEHICLE, plate: `T ${++vehicles}` } });
        for (const { name, pick } of acts) {
          const result = await job.try(
            name,
            inputOf(name, pick),
            name === "reopen-job" || name === "close-job" ? lead : technician,
          );
          if (result.ok) job.version = (result.answer as { version: number }).version;
        }
        const entries = await readEntries(pool(), job.id);
        expect(await tablesOf(job.id)).toEqual(asTables(recordOf(entries)));
      }),
      { numRuns: 25, seed: 20_261_127 },
    );
    const kept = await counters();
    await rebuildCounters();
    expect(await counters()).toEqual(kept);
    expect(kept).not.toEqual([]);
  },
);
