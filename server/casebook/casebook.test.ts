import { item } from "@/core/place";
import { randomUUID } from "node:crypto";
import { beforeAll, describe, expect, test } from "vitest";
import { casebookOf } from "@/simulation/casebook";
import { openShop as openSimulatedShop } from "@/simulation/shop";
import { sightOf } from "@/simulation/play";
import { Dice } from "@/simulation/random";
import { dealJob } from "@/simulation/world/job";
import { HILLS } from "@/simulation/world/rules";
import { advise } from "@/core/plan";
import type { Actor } from "@/server/auth/session";
import { inTransaction, pool } from "@/server/db/pool";
import { HeldReferences, withReferencesHeld } from "@/server/db/references";
import { loadBook } from "@/server/book/load";
import { findSite } from "@/server/db/sites";
import { rebuildCounters } from "@/server/book/rebuild";
import { adviceAnswer } from "@/server/views/advice-answer";
import { counters, exportedCasebook, sendCasebook, spooled } from "@/tests/support/casebooks";
import { givenDatabase } from "@/tests/support/database";
import { brokenReferences } from "@/tests/support/references";
import { openShop } from "@/tests/support/workshop";

givenDatabase();
let lead: Actor;
const JOBS = 250;
const simulated = openSimulatedShop(HILLS, 3, JOBS);
const casebook = casebookOf(simulated.world, simulated.history) as { jobs: { key: string }[] } & Record<
  string,
  unknown
>;

beforeAll(async () => {
  lead = await openShop();
});

const send = (value: unknown, id?: string) => sendCasebook(lead, value, id === undefined ? {} : { id });
const problemsOf = async (value: unknown) => {
  const result = await send(value);
  return !result.ok && result.why === "invalid" ? result.problems : [];
};
const countRows = async (table: string) =>
  (await pool().query<{ n: number }>(`select count(*)::integer as n from ${table}`)).rows[0]?.n;
const exported = exportedCasebook;

describe("what comes over the line", () => {
  const why = async (text: string, limit?: number) => {
    const read = await spooled(text, limit);
    if (read.ok) await read.casebook.dispose();
    return read.ok ? "read" : read.why;
  };

  test("is taken apart whatever its order and spaces, and refused where it is no JSON or too long", async () => {
    const text =
      '{ "jobs" : [ {"key":"Ä\\u00e4", "n":[1,{"x":null}]},\n 7, "\u2028 \u2029" ], "version":1 , "z":{"jobs":[1]} }';
    const read = await spooled(text);
    if (!read.ok) throw new Error(read.why);
    const jobs: unknown[] = [];
    for await (const job of read.casebook.jobs()) jobs.push(job);
    await read.casebook.dispose();
    expect({ ...read.casebook.book, jobs }).toEqual(JSON.parse(text));
    for (const bad of ["", " ", '{"jobs":[', '{"a":1}}', '{"a":01}', '{"jobs":[1],"jobs":[2]}', '{"a":"\t"}'])
      expect([bad, await why(bad)]).toEqual([bad, "malformed"]);
    // What is too long is too long, whatever else is wrong with it.
    expect(await why('{"a"::1}', 5)).toBe("too-large");
    expect(await why('{"a":1}', 7)).toBe("read");
  });
});

describe("a casebook", () => {
  test("with one word missing is refused by its path, and nothing of it is kept", async () => {
    const [first, second, ...rest] = structuredClone<unknown>(casebook.jobs) as {
      symptoms: { key: string }[];
      tests: object[];
    }[];
    if (!first?.symptoms[0] || !second) throw new Error("the simulated shop has no jobs");
    first.symptoms[0].key = "no-such-word";
    second.tests.push({ procedure: "no-such-test", outcome: "x" });
    expect(await problemsOf({ ...casebook, jobs: [first, second, ...rest] })).toEqual([
      { path: "jobs[0].symptoms[0].key", message: "“no-such-word” is missing from the vocabulary’s symptoms" },
      { path: expect.stringMatching(/^jobs\[1\]\.tests\[\d+\]\.procedure$/), message: "is no procedure of the book" },
    ]);
    expect([await countRows("job"), await countRows("procedure"), await countRows("cause_count")]).toEqual([0, 0, 0]);
    expect((await problemsOf({ format: "other" })).map(({ path }) => path)).toEqual(["format", "version"]);
  });

  test("is taken over whole, and the same one again changes nothing", async () => {
    const key = randomUUID();
    const first = await send(casebook, key);
    if (!first.ok) throw new Error(JSON.stringify(first));
    expect(first.answer).toMatchObject({ jobs: { added: JOBS, unchanged: 0, updated: 0 }, problems: [] });
    expect(await send(casebook, key)).toEqual(first);
    const again = await send(casebook);
    const { book } = simulated.world;
    expect(again.ok && again.answer).toMatchObject({
      jobs: { added: 0, unchanged: JOBS, updated: 0 },
      procedures: { added: 0, unchanged: book.procedures.length, updated: 0 },
      fixes: { added: 0, unchanged: book.repairs.length, updated: 0 },
      patterns: { added: 0, unchanged: book.patterns.length, updated: 0 },
    });
    expect(await countRows("job")).toBe(JOBS);
  });

  test("leaves no reference that leads nowhere, though its rows are written without PostgreSQL looking", async () => {
    expect(await brokenReferences(pool())).toEqual([]);
    // The look itself sees what is broken.
    const spoilt = inTransaction(async (db) => {
      await withReferencesHeld(db, async () => {
        await db.query("update job_symptom set symptom = 'nowhere' where ctid = (select min(ctid) from job_symptom)");
      });
      throw new Error((await brokenReferences(db)).join());
    });
    await expect(spoilt).rejects.toThrow("job_symptom_symptom_fkey: 1");
    // Whose database does not let them write in that way has every row looked at.
    const modest = inTransaction(async (db) => {
      const role = `modest_${randomUUID().replaceAll("-", "")}`;
      await db.query(`create role ${role}`);
      await db.query(`grant select, update on all tables in schema public to ${role}`);
      await db.query(`set local role ${role}`);
      await withReferencesHeld(db, async () => {
        await db.query("update job_symptom set symptom = 'nowhere' where ctid = (select min(ctid) from job_symptom)");
      });
    });
    await expect(modest).rejects.toThrow("job_symptom_symptom_fkey");
    const unknown = inTransaction((db) => new HeldReferences().hold(db, { symptom: [null, "nowhere"] }));
    await expect(unknown).rejects.toThrow("symptom nowhere is referred to and is not there");
  });

  test("teaches the book what its jobs teach one by one: odds and plan are those of the engine on the same jobs", async () => {
    const dice = new Dice(77);
    for (let at = 0; at < 12; at++) {
      const file = { ...sightOf(dealJob(simulated.world, dice)), tests: [], repairsTried: [], access: [] };
      const site = await findSite(pool(), lead.siteId);
      // The shop has words of its own beside those of the file.
      const { components, symptomSystems, links, shop } = await loadBook(pool(), site, file);
      const expected = advise({ ...simulated.book, components, symptomSystems, links, shop }, file);
      const answer = (await adviceAnswer(pool(), site, file)) as {
        suspects: { component: string; failure: string; probability: number }[];
        unknown: number;
        next: { kind: string; procedure?: string; expectedMinutesAfter: number }[];
      };
      const odds = new Map(
        answer.suspects.map(({ component, failure, probability }) => [`${component}/${failure}`, probability]),
      );
      for (const { cause, probability } of expected.suspects) expect(odds.get(cause.key)).toBeCloseTo(probability, 6);
      expect(answer.suspects.reduce((sum, { probability }) => sum + probability, answer.unknown)).toBeCloseTo(1, 9);
      const minutes = answer.next.map(({ expectedMinutesAfter }) => expectedMinutesAfter);
      expect([...minutes].sort((a, b) => a - b)).toEqual(minutes);
    }
  });

  test("leaves counters that are a rebuild's to the last digit, also after a job was changed", async () => {
    const jobs = structuredClone<unknown>(casebook.jobs) as { finding: unknown; symptoms: unknown[] }[];
    const changed = jobs.find(({ finding }) => (finding as { causes: unknown[] }).causes.length > 0);
    if (!changed) throw new Error("no job found its cause");
    changed.finding = { result: "unresolved", causes: [] };
    const result = await send({ ...casebook, jobs });
    expect(result.ok && result.answer).toMatchObject({ jobs: { added: 0, unchanged: JOBS - 1, updated: 1 } });
    const kept = await counters();
    await rebuildCounters();
    expect(await counters()).toEqual(kept);
    expect(kept[0]?.length).toBeGreaterThan(100);
  });

  test("comes out as it went in, and without names where that is asked", async () => {
    const out = await exported();
    expect(out.jobs).toHaveLength(JOBS);
    const again = await send(out);
    expect(again.ok && again.answer).toMatchObject({
      jobs: { added: 0, unchanged: JOBS, updated: 0 },
      symptoms: { added: 0, updated: 0 },
      procedures: { added: 0, updated: 0 },
      patterns: { added: 0, updated: 0 },
    });
    expect(await exported()).toEqual(out);
    const sent = (casebook.jobs as Record<string, unknown>[]).find(({ key }) => key === "job-7");
    const back = out.jobs.find(({ key }) => key === "job-7");
    for (const field of ["openedAt", "closedAt", "odometerKm", "complaint", "tests", "parts"])
      expect({ [field]: back?.[field] }).toMatchObject({ [field]: sent?.[field] });
    const nameless = await exported(true);
    expect(JSON.stringify(nameless)).not.toContain("Complaint 7");
  });

  test("takes its standing from a job whose vehicle came back, and gives it back where that was a mistake", async () => {
    const jobs = structuredClone<unknown>((await exported()).jobs) as { key: string; comebackOf: string | null }[];
    const proved = await pool().query<{ key: string }>(
      "select key from job where rung >= 4 and not came_back order by key limit 1",
    );
    const of = proved.rows[0]?.key ?? "";
    const later = jobs.find(({ key }) => key !== of);
    if (!later) throw new Error("there is one job only");
    const standing = async () =>
      item((await pool().query("select rung, came_back from job where key = $1", [of])).rows, 0);
    const before = { counters: await counters(), standing: await standing() };
    later.comebackOf = of;
    expect((await send({ ...casebook, jobs })).ok).toBe(true);
    expect(await standing()).toEqual({ rung: 0, came_back: true });
    const kept = await counters();
    expect(kept).not.toEqual(before.counters);
    await rebuildCounters();
    expect(await counters()).toEqual(kept);
    later.comebackOf = null;
    expect((await send({ ...casebook, jobs })).ok).toBe(true);
    expect({ counters: await counters(), standing: await standing() }).toEqual(before);
    expect(await problemsOf({ ...casebook, jobs: [{ ...later, comebackOf: "nobody" }] })).toEqual([
      { path: "jobs[0].comebackOf", message: "is no job of the file or the shop" },
    ]);
  });

  test("that names a word which counts as another here is counted under that one", async () => {
    const [from, into] = simulated.world.symptoms;
    await pool().query("update symptom set merged_into = $2 where key = $1", [from, into]);
    await rebuildCounters();
    const again = await send(casebook);
    expect(again.ok && again.answer).toMatchObject({ symptoms: { added: 0, updated: 0 }, jobs: { added: 0 } });
    const kept = await counters();
    await rebuildCounters();
    expect(await counters()).toEqual(kept);
    expect(JSON.stringify(kept[3])).not.toContain(`"${from}"`);
    expect(JSON.stringify((await exported()).jobs)).not.toContain(`"key":"${from}"`);
  });
});
