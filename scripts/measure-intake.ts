/** Plays the steps of an intake again and again, on the demo and after adding 100,000 jobs, and prints what the server took. */
import { randomUUID } from "node:crypto";
import type { JobId } from "@/core/ids";
import type { Actor } from "@/server/auth/session";
import { readVocabulary } from "@/server/db/book";
import { modelChoices } from "@/server/db/catalogue";
import { inTransaction, pool } from "@/server/db/pool";
import type { Site } from "@/server/db/sites";
import { lastVehicles, searchVehicles } from "@/server/db/vehicles";
import { loadJobSheet } from "@/server/views/job-sheet";
import { loadVin } from "@/server/views/vin";
import { changeJobBy, demoShop } from "./lib/demo-shop";
import { addManyJobs } from "./lib/many-jobs";
import { program } from "./lib/program";
import { quantile, timed } from "./lib/timing";

const CALLS = 200;
const WARM_UP = 20;
const MANY = 100_000;
const WANTED_MS = 20;

interface Step {
  readonly name: string;
  /** A look-up while somebody types or taps: it has to be there at once. */
  readonly lookUp: boolean;
  readonly taken: readonly number[];
}

const pair = (taken: readonly number[]) => `${quantile(taken, 0.5).toFixed(1)} / ${quantile(taken, 0.95).toFixed(1)}`;

async function measure(site: Site, actor: Actor): Promise<readonly Step[]> {
  const db = pool();
  const plates = ["HF", "HF 41", "Q0", "Q04310", "nothing"];
  const jobs: { jobId: JobId; version: number }[] = [];
  const onJob = (call: number, name: string, input: object) => async () => {
    const job = jobs[call % jobs.length];
    if (!job) throw new Error("no job was opened");
    job.version = (await changeJobBy(actor, name, { ...job, ...input })).version;
  };
  const steps: readonly (readonly [string, (call: number) => Promise<unknown>])[] = [
    ["* vocabulary", () => readVocabulary(db)],
    ["* vehicles that were here lately", () => lastVehicles(db, site.id)],
    ["* vehicles by plate or VIN", (call) => searchVehicles(db, site.id, plates[call % plates.length] ?? "")],
    ["* models with what they were seen", () => modelChoices(db)],
    ["* VIN check", () => loadVin("U9TPK12DXHH100307", new Date())],
    [
      "open a job, complaint and codes",
      async (call) => void jobs.push(await changeJobBy(actor, "open-job", arrival(call))),
    ],
    ["answer a question", (call) => onJob(call, "record-symptoms", ANSWER)()],
    ["confirm", (call) => onJob(call, "confirm-complaint", { result: "reproduced", minutes: 5 })()],
    ["scan", (call) => onJob(call, "record-scan", SCAN)()],
    ["clear and see", (call) => onJob(call, "record-clear", CLEAR)()],
    [
      "the sheet's data, with questions",
      (call) => loadJobSheet(site, (jobs[call % jobs.length] ?? { jobId: "" as JobId }).jobId),
    ],
  ];
  const measured: Step[] = [];
  for (const [name, work] of steps)
    measured.push({ name, lookUp: name.startsWith("*"), taken: await timed(CALLS, WARM_UP, work) });
  return measured;
}

const ANSWER = { symptoms: [{ key: "low-power", conditions: [], denied: ["hot"] }] };
const SCAN = { codes: [{ code: "P0299", module: "engine" }], modulesRead: ["engine", "brakes"], minutes: 5 };
const CLEAR = { returns: [{ code: "P0299", module: "engine", returned: "drive" }] };

function arrival(call: number): object {
  const vehicle = {
    plate: `M ${randomUUID().slice(0, 8)}`,
    make: "Tarrow",
    model: "Packet",
    year: 2017,
    engine: "D21K",
  };
  return {
    vehicle,
    odometerKm: 100_000 + call,
    complaint: "No power uphill.",
    symptoms: [{ key: "low-power", conditions: ["uphill"] }],
    codes: [{ code: "P0299", module: "engine" }, { code: "P0401" }],
    modulesRead: ["engine"],
  };
}

await program(async () => {
  const { site, actor } = await demoShop("Tomas Orrel");
  const demo = await measure(site, actor);
  await inTransaction((db) => addManyJobs(db, MANY));
  await pool().query("analyze");
  const many = await measure(site, actor);
  console.log(`Milliseconds on the server, ${CALLS} calls of each step: in the middle, and 95 of 100 within.`);
  console.log(`${"".padEnd(38)}${"demo".padStart(16)}${`+ ${MANY} jobs`.padStart(18)}`);
  demo.forEach(({ name, lookUp, taken }, at) => {
    const other = many[at]?.taken ?? [];
    const slow = lookUp && quantile(other, 0.95) > WANTED_MS ? "  slower than wanted" : "";
    console.log(`${name.padEnd(38)}${pair(taken).padStart(16)}${pair(other).padStart(18)}${slow}`);
  });
  console.log(`Wanted: every look-up (marked *) under ${WANTED_MS} ms for 95 of 100.`);
});
