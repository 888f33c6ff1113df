import { beforeAll, describe, expect, test } from "vitest";
import { item } from "@/core/place";
import type { Actor } from "@/server/auth/session";
import type { Command } from "@/server/commands/command";
import { mergeVariantNames } from "@/server/commands/catalogue";
import { mergeWords, splitWord } from "@/server/commands/words";
import { runCommand } from "@/server/commands/run";
import { mayWorkAsIf } from "@/server/db/as-if";
import { closePool, pool } from "@/server/db/pool";
import { many, one } from "@/server/db/rows";
import { asApplication, givenDatabase } from "@/tests/support/database";
import {
  closeOneOf,
  expectAsCountedAnew,
  failureOf,
  jobNaming,
  openWithHistory,
  reopen,
  standing,
} from "@/tests/support/simulated-history";
import { done, NOW, send } from "@/tests/support/workshop";

givenDatabase();
let lead: Actor;
const JOBS = 130;

beforeAll(async () => {
  lead = await openWithHistory(JOBS);
});

/** Runs a command, with what others do once everything was worked out ahead and before anybody has to wait. */
async function runWith<Input>(command: Command<Input, unknown>, input: object, others: () => Promise<void>) {
  const { prepare } = command;
  if (!prepare) throw new Error(`${command.name} works nothing out ahead`);
  const slow = {
    ...command,
    prepare: async (actor: Actor, value: Input) => {
      const prepared = await prepare(actor, value, async () => {});
      await others();
      return prepared;
    },
  };
  return done<{ jobs: number }>(runCommand(slow, { id: crypto.randomUUID() as never, actor: lead, input, now: NOW }));
}

const commonest = async (table: string, column: string): Promise<[string, string]> => {
  const rows = await many<{ key: string }>(
    pool(),
    `select ${column} as key from ${table} group by 1 order by count(*) desc, 1 limit 2`,
  );
  return [item(rows, 0).key, item(rows, 1).key];
};

describe("words and names that become one", () => {
  test("are counted as a rebuild counts them, whatever happens to the jobs between working out and change", async () => {
    const [from, into] = await commonest("job_cause", "component");
    const failure = await failureOf(from);
    const before = await standing();
    const { jobs } = await runWith(mergeWords, { kind: "component", from, into }, async () => {
      // One of them is open again, another one is closed, and a vehicle turns out to be another variant.
      await reopen(lead, await jobNaming(from));
      await closeOneOf(lead, from, failure);
      const { id, ...vehicle } = await one<Record<string, unknown> & { id: string }>(
        pool(),
        `select v.id, v.vin, v.plate, v.make, v.model, v.year, v.engine, v.transmission, v.drive, v.market
         from vehicle v where v.id = (select vehicle_id from job where id = $1)`,
        [await jobNaming(from)],
      );
      await done(send(lead, "change-vehicle", { vehicleId: id, vehicle: { ...vehicle, engine: "X99" } }));
    });
    expect(jobs).toBeGreaterThan(5);
    const merged = await standing();
    expect(merged).not.toEqual(before);
    expect(JSON.stringify(merged.slice(0, 8))).not.toContain(`,${from},`);
    await expectAsCountedAnew();
    await runWith(splitWord, { kind: "component", key: from }, async () => {
      await closeOneOf(lead, from, failure);
    });
    expect(JSON.stringify(await standing())).toContain(`,${from},`);
    await expectAsCountedAnew();
  });

  test("also where another two words became one meanwhile, and for symptoms, conditions and failures", async () => {
    const [symptom, other] = await commonest("job_symptom", "symptom");
    const [failure, into] = await commonest("job_cause", "failure");
    await runWith(mergeWords, { kind: "symptom", from: symptom, into: other }, async () => {
      await done(send(lead, "merge-words", { kind: "failure", from: failure, into }));
    });
    const [condition, wider] = await commonest("job_symptom, unnest(conditions) c", "c");
    await done(send(lead, "merge-words", { kind: "condition", from: condition, into: wider }));
    await expectAsCountedAnew();
  });

  test("and names of models and makes, with a closing in between", async () => {
    const [make] = await commonest("vehicle", "make");
    const { model } = await one<{ model: string }>(
      pool(),
      "select model from vehicle where make = $1 group by 1 order by count(*) desc, 1 limit 1",
      [make],
    );
    const { component, failure } = await one<{ component: string; failure: string }>(
      pool(),
      "select component, failure from job_cause order by 1, 2 limit 1",
    );
    await runWith(mergeVariantNames, { kind: "model", make, name: model, into: "Another" }, async () => {
      await closeOneOf(lead, component, failure);
    });
    await runWith(mergeVariantNames, { kind: "make", name: make, into: "Another make" }, async () => {});
    expect(await many(pool(), "select id from vehicle where make = $1", [make])).toEqual([]);
    await expectAsCountedAnew();
  });

  test("are marked in their turn where they are many: one that is open again meanwhile counts no more, by whatever it was found", async () => {
    const makes = await many<{ make: string }>(pool(), "select distinct make from vehicle");
    for (const { make } of makes)
      await done(send(lead, "merge-variant-names", { kind: "make", name: make, into: "One make" }));
    await done(send(lead, "merge-variant-names", { kind: "make", name: "One make", into: "Every make" }));
    expect((await many(pool(), "select distinct job_id from marks_waiting")).length).toBeGreaterThan(100);
    const [component] = await commonest("job_cause", "component");
    await reopen(lead, await jobNaming(component));
    await closeOneOf(lead, component, await failureOf(component));
    await expectAsCountedAnew();
    expect(await many(pool(), "select from marks_waiting")).toEqual([]);
  });

  test("hold nobody up while they are worked out: a job that is concerned is closed meanwhile", async () => {
    const [from, into] = await commonest("job_cause", "component");
    const failure = await failureOf(from);
    let closed = 0;
    // Whoever had to wait for the work would wait for ever: it goes on when this is through.
    const tell = async () => {
      if (closed++ === 0) await closeOneOf(lead, from, failure);
    };
    const id = crypto.randomUUID() as never;
    const input = { kind: "component", from, into };
    await done(runCommand(mergeWords as never, { id, actor: lead, input, now: NOW, tell }));
    expect(closed).toBeGreaterThan(1);
    await expectAsCountedAnew();
  });

  test("also by a user who may have no tables of its own: others wait then, and the sums are the same", async () => {
    const owner = process.env.DATABASE_URL ?? "";
    await pool().query(`revoke temporary on database ${new URL(owner).pathname.slice(1)} from public`);
    await closePool();
    process.env.DATABASE_URL = asApplication(owner);
    const { key } = await one<{ key: string }>(pool(), "select key from symptom where merged_into is not null");
    expect(await mayWorkAsIf(pool())).toBe(false);
    const { jobs } = await done<{ jobs: number }>(send(lead, "split-word", { kind: "symptom", key }));
    expect(jobs).toBeGreaterThan(5);
    await closePool();
    process.env.DATABASE_URL = owner;
    expect(await mayWorkAsIf(pool())).toBe(true);
    await expectAsCountedAnew();
  });
});
