import fc from "fast-check";
import { beforeAll, expect, test } from "vitest";
import { advise } from "@/core/plan";
import { causeKey, type Book } from "@/core/book";
import type { CaseFile } from "@/core/case";
import type { JobFacts } from "@/core/job";
import type { Actor } from "@/server/auth/session";
import { pool } from "@/server/db/pool";
import { readFacts } from "@/server/db/facts";
import { closedJobIds } from "@/server/db/job-lists";
import { findSite } from "@/server/db/sites";
import { loadBook } from "./load";
import { rebuildCounters } from "./rebuild";
import { givenDatabase } from "@/tests/support/database";
import { cause, emptyCase, countedBook, LARK, PACKET } from "@/tests/support/shop";
import { many } from "@/server/db/rows";
import type { VehicleRow } from "@/server/db/vehicles";
import { done, OpenJob, openWorkshop, part, send } from "@/tests/support/workshop";

givenDatabase();
let lead: Actor;

beforeAll(async () => {
  ({ lead } = await openWorkshop());
  for (const [make, name] of [
    [PACKET.make, "boost-hose/split"],
    [null, "turbocharger/sticking"],
  ] as const)
    await done(
      send(lead, "write-known-failure", { title: name, ...cause(name), applies: { make }, odometerKm: [0, 100_000] }),
    );
});

const TABLES = [
  "cause_count",
  "feature_count",
  "outcome_count",
  "trial_count",
  "job_feature",
  "job_word",
  "feature_jobs",
  "pattern_vehicle",
  "(select id, cause_minutes, vain_minutes, vain_cost, vain_parts, parts_tried, followed_advice from job where closed_at is not null)",
];

/** Every counter as text, so that even the last digit has to agree. */
async function counters(): Promise<Record<string, string[]>> {
  const all: Record<string, string[]> = {};
  for (const table of TABLES) {
    const { rows } = await pool().query<{ row: string }>(`select t::text as row from ${table} t order by 1`);
    all[table] = rows.map(({ row }) => row);
  }
  return all;
}

/** What can happen to a job, in any order that the commands take. */
const step = fc.oneof(
  fc.record({
    do: fc.constant("symptoms"),
    key: fc.constantFrom("low-power", "smoke-black"),
    when: fc.subarray(["hot", "uphill"]),
  }),
  fc.record({
    do: fc.constant("scan"),
    code: fc.constantFrom("P0299", "P0234", null),
    status: fc.constantFrom("stored", "history"),
  }),
  fc.record({ do: fc.constant("test"), outcome: fc.constantFrom("in-spec", "high", "could-not-tell") }),
  fc.record({
    do: fc.constant("part"),
    name: fc.constantFrom("turbocharger/sticking", "boost-hose/split"),
    result: fc.constantFrom("fixed", "partly", "no-change"),
  }),
  fc.record({ do: fc.constant("finding"), names: fc.subarray(["turbocharger/sticking", "boost-hose/split"]) }),
  fc.record({
    do: fc.constant("proof"),
    step: fc.constantFrom("bench", "road-test", "follow-up"),
    result: fc.constantFrom("held", "held", "came-back"),
  }),
  fc.record({ do: fc.constant("close") }),
  fc.record({ do: fc.constant("reopen") }),
  fc.record({ do: fc.constant("withdraw"), seq: fc.integer({ min: 2, max: 8 }) }),
);
type Step = typeof step extends fc.Arbitrary<infer Value> ? Value : never;

/** Every condition that a job here may be told with is met on the drive. */
const DRIVEN = ["hot", "uphill"];

/** Every job starts with something to learn from and is closed once, whatever happens to it before and after. */
const ARRIVAL: readonly Step[] = [
  { do: "symptoms", key: "low-power", when: ["hot"] },
  { do: "test", outcome: "high" },
];
const END: readonly Step[] = [{ do: "finding", names: ["boost-hose/split"] }, { do: "close" }];

const split = (name: string) => {
  const [component = "", failure = ""] = name.split("/");
  return { component, failure };
};

function commandOf(action: Step): [string, Record<string, unknown>] {
  switch (action.do) {
    case "symptoms":
      return ["record-symptoms", { symptoms: [{ key: action.key, conditions: action.when }] }];
    case "scan":
      return [
        "record-scan",
        {
          codes: action.code ? [{ code: action.code, module: "engine", status: action.status }] : [],
          modulesRead: ["engine"],
        },
      ];
    case "test":
      return ["record-test", { procedure: "leak-test", outcome: action.outcome, minutes: 7.25 }];
    case "part": {
      const { component, failure } = split(action.name ?? "");
      return ["record-part", part(component, failure, action.result ?? null)];
    }
    case "finding": {
      const causes = (action.names ?? []).map(split);
      return ["record-finding", { result: causes.length ? "root-cause" : "no-fault-found", causes }];
    }
    case "proof":
      return [
        "record-proof",
        {
          step: action.step,
          result: action.result,
          note: "tried",
          conditions: action.step === "road-test" ? DRIVEN : [],
        },
      ];
    case "close":
      return ["close-job", { reason: "enough", signed: [{ for: "proof", reason: "enough" }] }];
    case "reopen":
      return ["reopen-job", { reason: "look again" }];
    default:
      return ["withdraw-entry", { corrects: action.seq, reason: "mistyped" }];
  }
}

test("counters kept as jobs change equal those rebuilt from the jobs, to the last digit", async () => {
  let taken = 0;
  const history = fc.record({
    vehicle: fc.constantFrom(PACKET, LARK),
    km: fc.constantFrom(null, 40_000, 190_000),
    before: fc.array(step, { minLength: 4, maxLength: 9 }),
    after: fc.array(step, { minLength: 2, maxLength: 7 }),
  });
  for (const { vehicle, km, before, after } of fc.sample(history, { seed: 47, numRuns: 30 })) {
    const job = await OpenJob.open(lead, { vehicle: { ...vehicle, plate: null, vin: null }, odometerKm: km });
    for (const action of [...ARRIVAL, ...before, ...END, ...after]) {
      const [name, input] = commandOf(action);
      const result = await job.try(name, input);
      if (!result.ok) continue;
      job.version = (result.answer as { version: number }).version;
      taken++;
    }
  }
  // Not a test of refusals: most of what was tried has to have happened, and some jobs have to teach something.
  expect(taken).toBeGreaterThan(100);
  const kept = await counters();
  expect(kept.cause_count?.length).toBeGreaterThan(5);
  expect(kept.trial_count?.length).toBeGreaterThan(5);
  expect(kept.pattern_vehicle?.length).toBeGreaterThan(5);
  await rebuildCounters();
  expect(await counters()).toEqual(kept);
});

test("the database counts what the lessons of its jobs add up to", async () => {
  const file: CaseFile = {
    ...emptyCase,
    symptoms: [{ key: "low-power", conditions: ["hot"] }],
    codes: [{ code: "P0299", module: "engine", status: "stored" }],
    modulesScanned: ["engine"],
    tests: [{ procedure: "leak-test", title: "", outcome: "in-spec", effects: [] }],
  };
  const site = await findSite(pool(), lead.siteId);
  const stored = await loadBook(pool(), site, file);
  const jobs: JobFacts[] = [];
  for (const id of await closedJobIds(pool())) jobs.push(await readFacts(pool(), id));
  expect(jobs.length).toBeGreaterThan(3);
  const { procedures, repairs, patterns, causes, shop, components, symptomSystems, links } = stored;
  const written = { procedures, repairs, patterns, causes: causes.map(({ key, system }) => `${key} ${system}`) };
  const added: Book = { ...countedBook(written, jobs), shop, components, symptomSystems, links };
  const odds = (of: Book) =>
    advise(of, file).suspects.map(({ cause, probability }) => [causeKey(cause), probability.toFixed(12)]);
  expect(odds(stored)).toEqual(odds(added));
  expect(advise(stored, file).plan.expectedMinutes).toBeCloseTo(advise(added, file).plan.expectedMinutes, 9);
});

test("merged and parted words, names made one and a corrected vehicle keep the counters true as well", async () => {
  const word = (kind: string, from: string, into: string) => ["merge-words", { kind, from, into }] as const;
  const changes = [
    word("symptom", "smoke-black", "low-power"),
    word("condition", "uphill", "hot"),
    word("component", "boost-hose", "turbocharger"),
    word("failure", "split", "sticking"),
    ["split-word", { kind: "component", key: "boost-hose" }],
    ["split-word", { kind: "symptom", key: "smoke-black" }],
    ["merge-variant-names", { kind: "engine", name: LARK.engine, into: PACKET.engine }],
    ["merge-variant-names", { kind: "make", name: LARK.make, into: PACKET.make }],
    ["merge-variant-names", { kind: "model", make: PACKET.make, name: LARK.model, into: "Larker" }],
  ] as const;
  let before = await counters();
  for (const [name, input] of changes) {
    const { jobs } = await done<{ jobs: number }>(send(lead, name, input));
    expect(jobs, name).toBeGreaterThan(0);
    const kept = await counters();
    expect(kept, JSON.stringify(input)).not.toEqual(before);
    before = kept;
    await rebuildCounters();
    expect(await counters(), JSON.stringify(input)).toEqual(kept);
  }
  const [vehicle] = await many<VehicleRow>(
    pool(),
    `select v.*
     from vehicle v
     join job j on j.vehicle_id = v.id
     where v.model = 'Larker' and j.closed_at is not null and j.finding = 'root-cause' and not j.came_back
     order by v.id
     limit 1`,
  );
  if (!vehicle) throw new Error("no vehicle bears the new name");
  const { id: vehicleId, ...known } = pick(vehicle);
  await done(send(lead, "change-vehicle", { vehicleId, vehicle: { ...known, engine: "X1" } }));
  const kept = await counters();
  expect(kept).not.toEqual(before);
  await rebuildCounters();
  expect(await counters()).toEqual(kept);
});

/** What a screen sends of a vehicle. */
function pick({
  id,
  vin,
  plate,
  make,
  model,
  year,
  engine,
  transmission,
  drive,
  market,
  built,
}: VehicleRow): VehicleRow {
  return { id, vin, plate, make, model, year, engine, transmission, drive, market, built };
}
