import { beforeAll, describe, expect, test } from "vitest";
import { item } from "@/core/place";
import type { Actor } from "@/server/auth/session";
import { rebuildCounters } from "@/server/book/rebuild";
import { readOtherShops } from "@/server/db/other-shops";
import { pool } from "@/server/db/pool";
import { findSite } from "@/server/db/sites";
import { adviceAnswer } from "@/server/views/advice-answer";
import { casebookOf } from "@/simulation/casebook";
import { sightOf } from "@/simulation/play";
import { Dice } from "@/simulation/random";
import { openShop as openSimulatedShop } from "@/simulation/shop";
import { dealJob } from "@/simulation/world/job";
import { HILLS } from "@/simulation/world/rules";
import { exportedCasebook, sendCasebook } from "@/tests/support/casebooks";
import { givenDatabase } from "@/tests/support/database";
import { brokenReferences } from "@/tests/support/references";
import { done, openWorkshop, refusalOf, send } from "@/tests/support/workshop";

givenDatabase();
const simulated = openSimulatedShop(HILLS, 7, 160);
type Casebook = Record<string, unknown> & {
  vocabulary: Record<string, { key: string; label: string }[]>;
  procedures: { key: string; outcomes: { key: string; label: string; effects: unknown[] }[] }[];
  patterns: unknown[];
  jobs: { key: string; tests: { procedure: string; outcome: string }[] }[];
};
const theirs = () => structuredClone(casebookOf(simulated.world, simulated.history)) as Casebook;
const MILL = { name: "Mill Lane Garage", weightMilli: 330 };
let lead: Actor;
let technician: Actor;

beforeAll(async () => {
  ({ lead, technician } = await openWorkshop());
});

const BOOK = [
  "symptom",
  "condition",
  "component",
  "failure",
  "cause",
  "procedure",
  "procedure_effect",
  "fix",
  "pattern",
];
const OWN = ["cause_count", "feature_count", "outcome_count", "trial_count", "job", "vehicle"];
const OTHERS = ["other_cause_count", "other_feature_count", "other_outcome_count", "other_trial_count"];
/** Tables as text, but for when a row was written and by whom. */
async function standing(tables: readonly string[]): Promise<Record<string, string[]>> {
  const all: Record<string, string[]> = {};
  for (const table of tables) {
    const { rows } = await pool().query<{ row: string }>(
      `select (to_jsonb(t) - 'created_at' - 'shop_id' - 'other_shop')::text as row from ${table} t order by 1`,
    );
    all[table] = rows.map(({ row }) => row);
  }
  return all;
}
const take = async (casebook: unknown, from = MILL) => {
  const result = await sendCasebook(lead, casebook, { from });
  if (!result.ok) throw new Error(JSON.stringify(result));
  return result.answer as {
    shop: { id: string };
    unchanged: boolean;
    replaced: boolean;
    added: { procedures: number };
  };
};
const only = async () => item(await readOtherShops(pool()), 0);
interface Advised {
  readonly suspects: readonly {
    component: string;
    failure: string;
    probability: number;
    because: { text: string }[];
  }[];
}
const advice = async () => {
  const file = { ...sightOf(dealJob(simulated.world, new Dice(3))), tests: [], repairsTried: [], access: [] };
  return (await adviceAnswer(pool(), await findSite(pool(), lead.siteId), file)) as Advised;
};
const oddsOf = async () =>
  // To the twelfth digit: in which order the database gives the counters is its own affair.
  (await advice()).suspects.map(({ component, failure, probability }) => [
    component,
    failure,
    probability.toPrecision(12),
  ]);

describe("another shop’s casebook", () => {
  test("speaks under its name and leaves what is ours as it was; taken out, nothing of it stays", async () => {
    const [book, own, before] = [await standing(BOOK), await standing(OWN), await oddsOf()];
    const ours = await exportedCasebook();
    await take(theirs());
    expect(await standing(OWN)).toEqual(own);
    expect(await only()).toMatchObject({ name: "Mill Lane Garage", weightMilli: 330, jobs: 160 });
    const { suspects } = await advice();
    expect(suspects.length).toBeGreaterThan(before.length + 5);
    const texts = suspects.flatMap(({ because }) => because.map(({ text }) => text));
    expect(texts.some((text) => /^cause of \d+ of \d+ jobs on .*, at other shops$/.test(text))).toBe(true);
    // What is theirs is not ours to give.
    const out = await exportedCasebook();
    for (const list of ["jobs", "procedures", "patterns", "fixes"]) expect(out[list]).toEqual(ours[list]);
    await done(send(lead, "remove-other-shop", { id: (await only()).id }));
    expect(await standing([...BOOK, ...OTHERS])).toEqual({
      ...book,
      ...Object.fromEntries(OTHERS.map((each) => [each, []])),
    });
    expect(await oddsOf()).toEqual(before);
    expect(await brokenReferences(pool())).toEqual([]);
  });

  test("counts what a lead says: set aside as if it were not there, and again as before", async () => {
    const silent = await oddsOf();
    const { shop } = await take(theirs());
    const [third, counted] = [await oddsOf(), await standing(OTHERS)];
    const weigh = (weight: number) => send(lead, "weigh-other-shop", { id: shop.id, weight });
    await done(weigh(0));
    expect(await oddsOf()).toEqual(silent);
    await done(weigh(1));
    expect(await oddsOf()).not.toEqual(third);
    await done(weigh(0.33));
    expect(await oddsOf()).toEqual(third);
    await rebuildCounters();
    expect([await oddsOf(), await standing(OTHERS)]).toEqual([third, counted]);
    expect(await refusalOf(weigh(1.5))).toMatchObject({ problems: [{ path: "weight" }] });
    expect(await refusalOf(send(technician, "weigh-other-shop", { id: shop.id, weight: 1 }))).toMatchObject({
      code: "not-allowed",
    });
    await done(send(lead, "remove-other-shop", { id: shop.id }));
  });

  test("comes in whole or not at all, once, and a newer file in place of the older", async () => {
    const bad = theirs();
    const job = item(bad.jobs, 4);
    bad.jobs[4] = { ...job, key: item(bad.jobs, 3).key };
    expect(await sendCasebook(lead, bad, { from: MILL })).toMatchObject({
      ok: false,
      problems: [{ path: "jobs[4].key", message: "stands here twice" }],
    });
    expect([await readOtherShops(pool()), (await standing(["other_shop_job"])).other_shop_job?.length]).toEqual([
      [],
      0,
    ]);
    expect(await take(theirs())).toMatchObject({ unchanged: false, replaced: false });
    expect(await take(theirs(), { ...MILL, name: "MILL LANE garage" })).toMatchObject({ unchanged: true });
    await take(theirs(), { name: "Hill Road Motors", weightMilli: 500 });
    const less = theirs();
    // What its tests show, it says otherwise now: so its jobs, and those of the other shop that knew them from it, teach something else.
    for (const { outcomes } of less.procedures) for (const outcome of outcomes) outcome.effects.splice(1);
    expect(await take({ ...less, jobs: less.jobs.slice(0, 100) })).toMatchObject({ replaced: true });
    const counted = await standing(OTHERS);
    await rebuildCounters();
    expect(await standing(OTHERS)).toEqual(counted);
    const hill = (await readOtherShops(pool())).find(({ name }) => name !== MILL.name);
    await done(send(lead, "remove-other-shop", { id: hill?.id }));
    expect(await only()).toMatchObject({ jobs: 100 });
    await done(send(lead, "remove-other-shop", { id: (await only()).id }));
  });

  test("means its own test by a key that is ours with other outcomes, and our word by what is called the same", async () => {
    const first = theirs();
    const { procedures, vocabulary } = first;
    await take(first);
    const { rows } = await pool().query<{ procedure: string; components: string[] }>(
      `select min(procedure) as procedure, array(select distinct component from other_cause_count where component <> '' order by 1 limit 3) as components
       from other_outcome_count`,
    );
    await done(send(lead, "remove-other-shop", { id: (await only()).id }));
    const { procedure: key, components } = item(rows, 0);
    const [named = "", from = "", into = ""] = components;
    const procedure = item(
      procedures.filter((each) => each.key === key),
      0,
    );
    const outcomes = procedure.outcomes.map((each) => ({ ...each, key: `ours-${each.key}`, effects: [] }));
    const component = item(
      (vocabulary.components ?? []).filter((each) => each.key === named),
      0,
    );
    // Ours, under another key.
    const words = { symptoms: [], conditions: [], failures: [], components: [{ ...component, key: "our-word" }] };
    const ours = {
      ...first,
      vocabulary: words,
      procedures: [{ ...procedure, outcomes, component: "our-word" }],
      fixes: [],
      patterns: [],
      jobs: [],
      links: [],
    };
    expect(await sendCasebook(lead, ours)).toMatchObject({ ok: true });
    await take(first);
    const counted = await standing(OTHERS);
    expect(counted.other_outcome_count?.some((row) => row.includes(`"${key}-2"`))).toBe(true);
    expect(counted.other_outcome_count?.some((row) => row.includes(`"${key}"`))).toBe(false);
    expect(counted.other_cause_count?.some((row) => row.includes('"our-word"'))).toBe(true);
    expect(counted.other_cause_count?.some((row) => row.includes(`"${named}"`))).toBe(false);
    // A word that counts as another from now on does so in their jobs as well, and parts from it again.
    await done(send(lead, "merge-words", { kind: "component", from, into }));
    expect((await standing(OTHERS)).other_cause_count?.some((row) => row.includes(`"${from}"`))).toBe(false);
    await done(send(lead, "split-word", { kind: "component", key: from }));
    expect(await standing(OTHERS)).toEqual(counted);
    await done(send(lead, "remove-other-shop", { id: (await only()).id }));
  });

  test("leaves behind what was used here meanwhile, and a second shop keeps what both brought", async () => {
    const before = await standing(["component"]);
    await take(theirs());
    const alone = await standing(OTHERS);
    const hill = await take(theirs(), { name: "Hill Road Motors", weightMilli: 500 });
    expect(hill.added.procedures).toBe(0);
    const mill = (await readOtherShops(pool())).find(({ name }) => name === MILL.name);
    await done(send(lead, "remove-other-shop", { id: mill?.id }));
    expect(await standing(OTHERS)).toEqual(alone);
    const { component, failure } = item(simulated.world.causes, 0);
    await done(send(lead, "write-known-failure", { title: "Ours now", component, failure, applies: {} }));
    await done(send(lead, "remove-other-shop", { id: hill.shop.id }));
    const left = await standing(["component", "failure", "cause", "pattern"]);
    expect(left.component).toHaveLength((before.component?.length ?? 0) + 1);
    expect(left.cause?.some((row) => row.includes(`"${component}"`) && row.includes(`"${failure}"`))).toBe(true);
    expect(left.pattern).toHaveLength(1);
    expect(await brokenReferences(pool())).toEqual([]);
  });

  test("is refused where it is our own: it would say everything twice", async () => {
    expect(await sendCasebook(lead, theirs())).toMatchObject({ ok: true });
    const message = expect.stringMatching(/^are this shop’s own: 160 of 160 /);
    expect(await sendCasebook(lead, await exportedCasebook(true), { from: MILL })).toMatchObject({
      ok: false,
      why: "invalid",
      problems: [{ path: "jobs", message }],
    });
    expect(await readOtherShops(pool())).toEqual([]);
  });
});
