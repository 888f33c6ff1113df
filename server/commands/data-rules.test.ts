import { randomUUID } from "node:crypto";
import { beforeAll, describe, expect, test } from "vitest";
import type { Actor } from "@/server/auth/session";
import { pool } from "@/server/db/pool";
import { readFacts } from "@/server/db/facts";
import { RESTRICT_VIOLATION, sqlStateOf } from "@/server/db/sqlstate";
import { readTrail } from "@/server/db/trail";
import { givenDatabase } from "@/tests/support/database";
import { done, OpenJob, openWorkshop, part, refusalOf, send, VEHICLE } from "@/tests/support/workshop";

givenDatabase();
let lead: Actor;
let technician: Actor;

beforeAll(async () => {
  ({ lead, technician } = await openWorkshop());
});

const count = async (table: string): Promise<number> =>
  (await pool().query<{ n: number }>(`select count(*) as n from ${table}`)).rows[0]?.n ?? -1;
const NOTE = { text: "hose rubs on the clip", minutes: 4 };

describe("a command", () => {
  test("sent twice is applied once and answers the same", async () => {
    const job = await OpenJob.open(technician);
    const id = randomUUID();
    const input = { jobId: job.id, version: job.version, ...NOTE };
    const first = await send(technician, "record-note", input, { id });
    const second = await send(technician, "record-note", input, { id });
    expect(second).toEqual({ ...first, repeated: true });
    expect(await readTrail(pool(), job.id)).toHaveLength(2);
  });

  test("sent ten times at once is applied once", async () => {
    const id = randomUUID();
    const input = { vehicle: VEHICLE, complaint: "Ten times at once." };
    const before = await count("job");
    const results = await Promise.all(Array.from({ length: 10 }, () => send(technician, "open-job", input, { id })));
    expect(await count("job")).toBe(before + 1);
    const ids = results.map((result) => (result.ok ? (result.answer as { jobId: string }).jobId : result.refusal.code));
    expect(new Set(ids).size).toBe(1);
    expect(results.filter((result) => result.ok && !result.repeated)).toHaveLength(1);
  });

  test("with the id of another one is refused", async () => {
    const job = await OpenJob.open(technician);
    const id = randomUUID();
    const input = { jobId: job.id, version: job.version, ...NOTE };
    await done(send(technician, "record-note", input, { id }));
    expect(await refusalOf(send(technician, "record-note", { ...input, text: "other" }, { id }))).toEqual({
      code: "other-request",
    });
  });

  test("that is refused leaves nothing, and its id can be used again", async () => {
    const job = await OpenJob.open(technician);
    const id = randomUUID();
    const wrong = { jobId: job.id, version: job.version, ...part("turbocharger", "no-such-failure", "fixed") };
    const [entries, commands] = [await count("entry"), await count("command")];
    expect(await refusalOf(send(technician, "record-part", wrong, { id }))).toMatchObject({
      problems: [{ path: "failure", message: "is no failure of the book" }],
    });
    expect([await count("entry"), await count("command")]).toEqual([entries, commands]);
    await done(send(technician, "record-part", { ...wrong, failure: "sticking" }, { id }));
  });

  test("names the place of every wrong field, and takes none of it", async () => {
    const before = await count("job");
    const input = {
      vehicle: { ...VEHICLE, year: "soon", vin: "IOQ" },
      odometerKm: -4,
      complaint: "",
      symptoms: [{ key: "low-power", conditions: [] }, { key: "low-power" }],
      codes: [{ code: "P0299" }, { code: "X1234" }],
      surprise: 1,
    };
    const refusal = await refusalOf(send(technician, "open-job", input));
    const paths = refusal.code === "invalid" ? refusal.problems.map(({ path }) => path) : [];
    expect(paths.sort()).toEqual([
      "codes[1].code",
      "complaint",
      "odometerKm",
      "surprise",
      "symptoms[1]",
      "vehicle.vin",
      "vehicle.year",
    ]);
    expect(await count("job")).toBe(before);
  });

  test("refuses a lone NUL, which the database could not hold", async () => {
    const job = await OpenJob.open(technician);
    expect(await refusalOf(job.try("record-note", { text: "a\u0000b" }))).toMatchObject({ code: "invalid" });
  });
});

describe("a stale change", () => {
  test("is refused with what changed meanwhile, and nothing is overwritten", async () => {
    const job = await OpenJob.open(technician);
    const seen = job.version;
    await job.record("record-note", NOTE, lead);
    await job.record("record-part", part("boost-sensor", "reads-wrong", "no-change"), lead);
    const refusal = await refusalOf(send(technician, "record-note", { jobId: job.id, version: seen, text: "mine" }));
    expect(refusal).toMatchObject({ code: "stale", version: job.version });
    expect(refusal.code === "stale" && refusal.meanwhile.map(({ by, text }) => `${by}: ${text}`)).toEqual([
      "Lead: hose rubs on the clip",
      "Lead: Boost pressure sensor fitted: no change",
    ]);
    expect(await readTrail(pool(), job.id)).toHaveLength(3);
  });

  test("of two at once lets exactly one through", async () => {
    const job = await OpenJob.open(technician);
    const results = await Promise.all([job.try("record-note", NOTE), job.try("record-note", NOTE, lead)]);
    expect(results.map(({ ok }) => ok).sort()).toEqual([false, true]);
    expect(await readTrail(pool(), job.id)).toHaveLength(2);
  });
});

describe("the trail", () => {
  test("can be added to and nothing else, whoever asks the database", async () => {
    const job = await OpenJob.open(technician);
    const attempts = [
      "update entry set minutes = 1 where job_id = $1",
      "delete from entry where job_id = $1",
      "update entry_odds set odds = '{}' where job_id = $1",
      "delete from entry_odds where job_id = $1",
    ];
    for (const attempt of attempts) {
      const error = await pool()
        .query(attempt, [job.id])
        .then(() => null, sqlStateOf);
      expect(error, attempt).toBe(RESTRICT_VIOLATION);
    }
    const emptied = await pool()
      .query("truncate entry cascade")
      .then(() => null, sqlStateOf);
    expect(emptied).toBe(RESTRICT_VIOLATION);
    expect(await readTrail(pool(), job.id)).toHaveLength(1);
  });

  test("keeps what was taken back beside its correction, and its facts no longer count", async () => {
    const job = await OpenJob.open(technician);
    const wrong = await job.record("record-part", part("boost-sensor", "reads-wrong", "no-change"));
    const right = await job.record("record-part", { ...part("boost-hose", "split", "fixed"), corrects: wrong });
    const trail = await readTrail(pool(), job.id);
    expect(trail.map(({ seq, corrects, correctedBy }) => [seq, corrects, correctedBy])).toEqual([
      [1, null, null],
      [wrong, null, right],
      [right, wrong, null],
    ]);
    expect((await readFacts(pool(), job.id)).parts.map(({ component }) => component)).toEqual(["boost-hose"]);
  });

  test("corrects an entry once, never the opening, never one of the future", async () => {
    const job = await OpenJob.open(technician);
    const note = await job.record("record-note", NOTE);
    await job.record("withdraw-entry", { corrects: note, reason: "typed into the wrong job" });
    expect(await refusalOf(job.try("withdraw-entry", { corrects: note, reason: "again" }))).toMatchObject({
      problems: [{ path: "corrects", message: "was taken back before" }],
    });
    for (const corrects of [1, job.version + 1, 99])
      expect(await refusalOf(job.try("withdraw-entry", { corrects, reason: "no" }))).toMatchObject({ code: "invalid" });
    expect(await readTrail(pool(), job.id)).toHaveLength(3);
  });

  test("takes back a part's result and leaves the part", async () => {
    const job = await OpenJob.open(technician);
    const partSeq = await job.record("record-part", part("boost-hose", "split", null));
    const result = await job.record("record-part-result", { partSeq, result: "fixed" });
    await job.record("withdraw-entry", { corrects: result, reason: "it was another vehicle" });
    expect((await readFacts(pool(), job.id)).parts).toMatchObject([{ seq: partSeq, result: null, resultSeq: null }]);
  });
});

describe("a reading", () => {
  test("is judged by the server, whatever outcome the screen sends", async () => {
    const job = await OpenJob.open(technician);
    const test = { procedure: "leak-test", outcome: "in-spec", minutes: 14 };
    const readings = [{ label: "", reading: { value: 4, unit: "kPa" } }];
    await job.record("record-test", { ...test, readings });
    const body = (await readTrail(pool(), job.id)).at(-1)?.body;
    expect(body).toMatchObject({ verdict: "pass", verdictText: "0.04 bar lies within at most 0.05 bar" });
    const volts = { ...test, readings: [{ label: "", reading: { value: 4, unit: "V" } }] };
    expect(await refusalOf(job.try("record-test", volts))).toMatchObject({
      problems: [{ path: "readings[0].reading.unit", message: "V cannot be compared with bar" }],
    });
    expect(await refusalOf(job.try("record-test", { ...test, outcome: "wet" }))).toMatchObject({
      problems: [{ path: "outcome" }],
    });
  });
});

describe("closing", () => {
  test("wants a finding, a tried part and proof, or a lead who signs that there is none", async () => {
    const job = await OpenJob.open(technician);
    const pathOf = async (input = {}, actor = technician) => {
      const refusal = await refusalOf(job.try("close-job", input, actor));
      return refusal.code === "invalid" ? refusal.problems[0]?.path : refusal.code;
    };
    expect(await pathOf()).toBe("finding");
    const partSeq = await job.record("record-part", part("boost-hose", "split", null));
    await job.record("record-finding", {
      result: "root-cause",
      causes: [{ component: "boost-hose", failure: "split", reason: { state: "not-looked", text: "" } }],
    });
    expect(await pathOf()).toBe("parts");
    await job.record("record-part-result", { partSeq, result: "fixed" });
    expect(await pathOf()).toBe("proof");
    const signed = [{ for: "proof", reason: "customer in a hurry" }];
    expect(await pathOf({ signed })).toBe("proof");
    expect(await pathOf({ reason: "customer in a hurry" }, lead)).toBe("proof");
    await job.record("close-job", { signed }, lead);
    expect(await refusalOf(job.try("record-note", NOTE))).toMatchObject({ code: "conflict" });
    await job.record("reopen-job", { reason: "to prove it" }, lead);
    await job.record("record-proof", { step: "road-test", result: "held" });
    await job.record("close-job", {});
  });

  test("is refused while the fault has come back since the repair", async () => {
    const job = await OpenJob.open(technician);
    await job.record("record-part", part("boost-hose", "split", "fixed"));
    await job.record("record-finding", {
      result: "root-cause",
      causes: [{ component: "boost-hose", failure: "split", reason: { state: "not-looked", text: "" } }],
    });
    await job.record("record-proof", { step: "road-test", result: "came-back" });
    expect(await refusalOf(job.try("close-job", { reason: "hope" }, lead))).toMatchObject({
      problems: [{ path: "finding" }],
    });
  });
});

test("job numbers count up without a gap or a double, however many open at once", async () => {
  const jobs = await Promise.all(
    Array.from({ length: 12 }, (_, at) => OpenJob.open(technician, { complaint: `Job ${at}` })),
  );
  const { rows } = await pool().query<{ number: number }>("select number from job where id = any($1) order by number", [
    jobs.map(({ id }) => id),
  ]);
  const numbers = rows.map(({ number }) => number);
  expect(numbers).toEqual(Array.from({ length: 12 }, (_, at) => (numbers[0] ?? 0) + at));
});

test("a vehicle that comes again is the same vehicle", async () => {
  const before = await count("vehicle");
  const known = { ...VEHICLE, plate: "HF 9001", vin: "U9TPK21D0HH100307" };
  await OpenJob.open(technician, { vehicle: known });
  await OpenJob.open(technician, { vehicle: { ...known, vin: known.vin.toLowerCase() } });
  await OpenJob.open(technician, { vehicle: { ...known, vin: null, plate: "hf 9001" } });
  expect(await count("vehicle")).toBe(before + 1);
});

test("who and when stand on everything that was written", async () => {
  const { rows } = await pool().query<{ table: string }>(
    `select c.table_name as table from information_schema.columns c
     where c.table_schema = 'public' and c.column_name in ('created_at', 'at', 'opened_at', 'applied_at')
     group by 1`,
  );
  const dated = new Set(rows.map(({ table }) => table));
  for (const table of [
    "job",
    "entry",
    "vehicle",
    "person",
    "command",
    "cause",
    "procedure",
    "fix",
    "pattern",
    "api_token",
  ])
    expect(dated, table).toContain(table);
});

describe("a bypass", () => {
  test("keeps its job from being closed until it is out, or a lead signs why it stays", async () => {
    const job = await OpenJob.open(technician);
    const seq = await job.record("record-bypass", { what: "relay 14 bridged" });
    await job.record("record-finding", { result: "no-fault-found", why: "worn contact seen" });
    expect(await refusalOf(job.try("close-job", { reason: "done" }))).toMatchObject({
      problems: [{ path: "bypasses" }],
    });
    // What a lead signs is this, and no reason given for something else.
    expect(await refusalOf(job.try("close-job", { reason: "done" }, lead))).toMatchObject({
      problems: [{ path: "bypassReason" }],
    });
    const out = await job.record("record-bypass-removed", { bypassSeq: seq });
    expect(await refusalOf(job.try("record-bypass-removed", { bypassSeq: seq }))).toMatchObject({
      problems: [{ path: "bypassSeq" }],
    });
    await job.record("withdraw-entry", { corrects: out, reason: "was another lead" });
    expect(await refusalOf(job.try("close-job", { reason: "done" }))).toMatchObject({
      problems: [{ path: "bypasses" }],
    });
    const bypassReason = "stays until the part comes, vehicle stays here";
    expect(await refusalOf(job.try("close-job", { bypassReason }))).toMatchObject({ problems: [{ path: "bypasses" }] });
    await job.record("close-job", { bypassReason }, lead);
    expect((await readTrail(pool(), job.id)).at(-1)?.body).toMatchObject({ kind: "closed", bypassReason });
  });
});
