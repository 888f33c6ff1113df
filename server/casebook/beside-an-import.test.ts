import { randomUUID } from "node:crypto";
import { beforeAll, expect, test } from "vitest";
import { item } from "@/core/place";
import type { CommandId } from "@/core/ids";
import { casebookOf } from "@/simulation/casebook";
import { openShop as openSimulatedShop } from "@/simulation/shop";
import { HILLS } from "@/simulation/world/rules";
import type { Actor } from "@/server/auth/session";
import { rebuildCounters } from "@/server/book/rebuild";
import { pool } from "@/server/db/pool";
import { many, one } from "@/server/db/rows";
import { counters, spooled } from "@/tests/support/casebooks";
import { givenDatabase } from "@/tests/support/database";
import { brokenReferences } from "@/tests/support/references";
import { done, NOW, OpenJob, openWorkshop, part, send, VEHICLE } from "@/tests/support/workshop";
import type { Tell } from "./progress";
import { runImport, type ImportRequest } from "./run-import";

givenDatabase();
let lead: Actor;
const JOBS = 120;
const { world, history } = openSimulatedShop(HILLS, 5, JOBS);
const casebook = casebookOf(world, history) as {
  jobs: { vehicle: typeof VEHICLE }[];
  vocabulary: { symptoms: { key: string; label: string }[] };
};

beforeAll(async () => {
  ({ lead } = await openWorkshop());
});

/** Takes the casebook over; `meanwhile` happens while all of its rows are written (or its book too) and nobody sees them yet. */
async function importAnd(
  meanwhile: Tell,
  { once = "write", from = null }: { once?: "write" | "ties"; from?: ImportRequest["from"] } = {},
) {
  const read = await spooled(JSON.stringify(casebook));
  if (!read.ok) throw new Error(read.why);
  const tell: Tell = async (progress) => {
    if (progress.stage === once && progress.done === progress.of) await meanwhile(progress);
  };
  const id = randomUUID() as CommandId;
  return runImport({ id, actor: lead, casebook: read.casebook, from, now: NOW, tell }).finally(read.casebook.dispose);
}

const lastNumber = async () =>
  (await one<{ n: number }>(pool(), "select last_job_number as n from site where id = $1", [lead.siteId])).n;
const jobsHere = async () => (await one<{ n: number }>(pool(), "select count(*)::integer as n from job")).n;

async function workOnAJob(vehicle: object): Promise<void> {
  const job = await OpenJob.open(lead, { vehicle: { ...VEHICLE, ...vehicle, vin: null, plate: null } });
  await job.record("record-part", part("turbocharger", "sticking", "fixed"));
  await job.record("record-finding", {
    result: "root-cause",
    causes: [{ component: "turbocharger", failure: "sticking" }],
  });
  await job.record("close-job", { reason: "enough", signed: [{ for: "proof", reason: "enough" }] });
}

test("an import that is stopped keeps nothing, and gives its numbers back", async () => {
  const before = await lastNumber();
  const stopped = importAnd(async () => {
    expect(await lastNumber()).toBe(before + JOBS);
    throw new Error("stopped");
  });
  await expect(stopped).rejects.toThrow("stopped");
  expect([await jobsHere(), await lastNumber()]).toEqual([0, before]);
});

test("nobody waits for an import: jobs are opened and closed, words and procedures written, with what it brings as well", async () => {
  const { make, model, year, engine } = item(casebook.jobs, 0).vehicle;
  const [word] = casebook.vocabulary.symptoms;
  if (!word) throw new Error("the casebook has no words");
  let tries = 0;
  const result = await importAnd(async () => {
    if (++tries > 1) return;
    // Whoever had to wait for the import would wait for ever: it goes on when this is through.
    await workOnAJob({ make, model, year, engine });
    await done(send(lead, "add-word", { kind: "symptom", label: word.label, system: "engine" }));
    await done(
      send(lead, "write-known-failure", {
        title: "of it",
        component: "turbocharger",
        failure: "sticking",
        applies: {},
      }),
    );
  });
  expect(result.ok && result.answer).toMatchObject({ jobs: { added: JOBS, unchanged: 0, updated: 0 } });
  expect(tries).toBe(1);
  expect(await jobsHere()).toBe(JOBS + 1);
  const numbers = await many<{ number: number }>(pool(), "select number from job order by 1");
  expect(numbers.map(({ number }) => number)).toEqual(Array.from({ length: JOBS + 1 }, (_, at) => at + 1));
  expect(await brokenReferences(pool())).toEqual([]);
  const kept = await counters("pattern_vehicle");
  await rebuildCounters();
  expect(await counters("pattern_vehicle")).toEqual(kept);
});

test("a job is closed while words and procedures of an import are written; others know of both", async () => {
  for (const job of casebook.jobs as unknown as { key: string }[]) job.key = `beside-${job.key}`;
  for (const word of casebook.vocabulary.symptoms) word.label += " once more";
  const book = async () => one<{ nth: number; words: string }>(pool(), "select nth::integer, words from book_version");
  const before = await book();
  let closed = before;
  const result = await importAnd(
    async () => {
      await workOnAJob({});
      closed = await book();
    },
    { once: "ties" },
  );
  expect(result.ok && result.answer).toMatchObject({
    jobs: { added: JOBS },
    symptoms: { updated: casebook.vocabulary.symptoms.length },
  });
  expect(closed.nth).toBeGreaterThan(before.nth);
  expect(closed.words).toBe(before.words);
  const after = await book();
  expect(after.nth).toBeGreaterThan(closed.nth);
  expect(after.words).not.toBe(before.words);
});

test("another shop’s casebook comes in, and again in place of the first, while jobs are closed", async () => {
  const from = { name: "Mill Lane Garage", weightMilli: 330 };
  for (const job of casebook.jobs as unknown as { key: string }[]) job.key = `theirs-${job.key}`;
  const closed = async () =>
    (await one<{ n: number }>(pool(), "select count(*)::integer as n from job where closed_at is not null")).n;
  const before = await closed();
  expect(await importAnd(() => workOnAJob({}), { from })).toMatchObject({ ok: true, answer: { replaced: false } });
  for (const word of casebook.vocabulary.symptoms) word.label += " there";
  expect(await importAnd(() => workOnAJob({}), { from })).toMatchObject({ ok: true, answer: { replaced: true } });
  expect(await closed()).toBe(before + 2);
});

test("where words became one meanwhile, it is checked again and counts as they count now", async () => {
  const [from, into] = await many<{ key: string }>(
    pool(),
    "select symptom as key from job_symptom group by 1 order by count(*) desc, 1 limit 2",
  );
  if (!from || !into) throw new Error("the jobs tell of nothing");
  const symptoms = casebook.jobs as unknown as { key: string; symptoms: { key: string }[] }[];
  for (const job of symptoms) job.key = `again-${job.key}`;
  let tries = 0;
  const result = await importAnd(async () => {
    if (++tries === 1) await done(send(lead, "merge-words", { kind: "symptom", from: from.key, into: into.key }));
  });
  expect(result.ok && result.answer).toMatchObject({ jobs: { added: JOBS } });
  expect(tries).toBe(2);
  const kept = await counters("pattern_vehicle");
  expect(JSON.stringify(kept)).not.toContain(`symptom|${from.key}`);
  await rebuildCounters();
  expect(await counters("pattern_vehicle")).toEqual(kept);
});
