import { item } from "@/core/place";
/** Fills a throwaway database with simulated jobs, step by step, and prints how long advice, and what is asked of the book, takes at each size. */
import { randomUUID } from "node:crypto";
import { casebookOf } from "@/simulation/casebook";
import { sightOf } from "@/simulation/play";
import { Dice } from "@/simulation/random";
import { openShop } from "@/simulation/shop";
import { dealJob } from "@/simulation/world/job";
import { HILLS } from "@/simulation/world/rules";
import { advise, type Advice } from "@/core/plan";
import type { CaseFile } from "@/core/case";
import type { CommandId } from "@/core/ids";
import type { Actor } from "@/server/auth/session";
import { runImport } from "@/server/casebook/run-import";
import { spoolCasebook } from "@/server/casebook/spool";
import { inTransaction, pool } from "@/server/db/pool";
import type { Site } from "@/server/db/sites";
import { loadBook, loadLabels } from "@/server/book/load";
import { adviceAnswer } from "@/server/views/advice-answer";
import { deadEnds, likeJobs } from "@/server/views/been-here";
import { dealAgain } from "./lib/deal-again";
import { demoShop } from "./lib/demo-shop";
import { measureBook } from "./lib/measure-book";
import { program } from "./lib/program";
import { questionOf, speak, type SpokenCasebook } from "./lib/spoken-casebook";
import { quantile, timed } from "./lib/timing";

/** So many different jobs are simulated; beyond them the same ones are dealt again under other names. */
const DIFFERENT = 50_000;
const CASES = 200;
/** Other cases, so that the parts of tables that all of them touch are in memory as in a shop that works. */
const WARM_UP = 200;

const say = (text: string) => process.stdout.write(`${text}\n`);

async function take(actor: Actor, book: object): Promise<void> {
  async function* pieces() {
    yield Buffer.from(JSON.stringify(book));
  }
  const read = await spoolCasebook(pieces(), 1 << 30);
  if (!read.ok) throw new Error(read.why);
  const result = await runImport({ id: randomUUID() as CommandId, actor, casebook: read.casebook, now: new Date() });
  await read.casebook.dispose();
  if (!result.ok) throw new Error(JSON.stringify(result).slice(0, 500));
}

/** Times every part of an answer on the same new cases: one connection, one case after another. */
async function measure(site: Site, files: readonly CaseFile[]): Promise<readonly (readonly [string, number[]])[]> {
  const db = pool();
  const labels = await loadLabels(db);
  const of = (call: number) => item(files, call % files.length);
  const advices: Advice[] = [];
  for (const file of files) advices.push(advise(await loadBook(db, site, file), file));
  const steps: readonly (readonly [string, (call: number) => Promise<unknown>])[] = [
    ["advice", async (call) => advise(await loadBook(db, site, of(call)), of(call))],
    ["of it the counters", (call) => loadBook(db, site, of(call))],
    [
      "like jobs",
      (call) =>
        likeJobs(db, of(call), { labels, advice: item(advices, call % files.length), self: null, siteId: site.id }),
    ],
    ["dead ends", (call) => deadEnds(db, of(call), labels, site)],
    ["POST /api/v1/advice", (call) => adviceAnswer(db, site, of(call))],
  ];
  const measured: [string, number[]][] = [];
  for (const [name, work] of steps) measured.push([name, await timed(CASES, WARM_UP, work)]);
  return measured;
}

/** What was written is on the disk, and known to the planner, before anything is measured. */
async function settle(): Promise<void> {
  const client = await pool().connect();
  for (const statement of ["set statement_timeout = 0", "vacuum analyze", "checkpoint", "reset statement_timeout"])
    await client.query(statement);
  client.release();
}

await program(async () => {
  const sizes = (process.argv[2] ?? "10000,100000,1000000").split(",").map(Number);
  const { site, actor } = await demoShop();
  const different = Math.min(DIFFERENT, Math.max(...sizes));
  say(`Simulating ${different} jobs …`);
  const { world, history } = openShop(HILLS, 3, different);
  const { jobs, ...book } = speak(casebookOf(world, history) as SpokenCasebook, 5);
  const dice = new Dice(4711);
  const asking = new Dice(4712);
  const questions = Array.from({ length: 130 }, () =>
    questionOf(asking.pick(jobs.slice(0, Math.min(...sizes))), asking),
  );
  const files = Array.from({ length: WARM_UP + CASES }, () => ({
    ...sightOf(dealJob(world, dice)),
    tests: [],
    repairsTried: [],
    access: [],
  }));
  const table: (readonly [number, Awaited<ReturnType<typeof measure>>])[] = [];
  let there = 0;
  for (const size of sizes) {
    const begun = performance.now();
    if (there < different) {
      const until = Math.min(size, different);
      await take(actor, { ...book, jobs: jobs.slice(there, until) });
      there = until;
    }
    if (size > there) await inTransaction((db) => dealAgain(db, Math.round(size / there)));
    there = size;
    await settle();
    say(`${size} jobs are there after another ${((performance.now() - begun) / 1000).toFixed(0)} s.`);
    const asked = {
      site,
      lead: actor,
      questions,
      vehicles: files.map(({ vehicle, odometerKm }) => ({ ...vehicle, odometerKm })),
    };
    table.push([size, [...(await measure(site, files)), ...(await measureBook(asked))]]);
  }
  const [first] = table;
  say("");
  say(
    `${"median / 95 % in ms".padEnd(24)}${table.map(([size]) => size.toLocaleString("en").padStart(18)).join("")}    growth of 95 %`,
  );
  for (const [at, [name]] of (first?.[1] ?? []).entries()) {
    const own = table.map(([, steps]) => steps[at]?.[1] ?? []);
    const p95 = own.map((taken) => quantile(taken, 0.95));
    const cells = own.map((taken, nth) =>
      `${quantile(taken, 0.5).toFixed(1)} / ${(p95[nth] ?? 0).toFixed(1)}`.padStart(18),
    );
    say(`${name.padEnd(24)}${cells.join("")}    x ${((p95.at(-1) ?? 0) / (p95[0] ?? 1)).toFixed(2)}`);
  }
});
