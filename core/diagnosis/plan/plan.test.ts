import fc from "fast-check";
import { expect, test } from "vitest";
import { advise, causeKey, FROM_SCRATCH_MINUTES, type CaseFile, type Knowledge, type Odds } from "..";
import { planOf } from ".";
import { cause, emptyCase, fixOf, jobWith, knowledgeOf, procedureWith } from "@/tests/support/shop";

const NAMES = ["a/x", "b/x", "c/x", "d/x", "e/x"];
/** As in the plan: what an unplanned repair of a cause that is not in the book takes. */
const UNPLANNED_FIX_MINUTES = 90;

function bookOf(costs: readonly number[]): Knowledge {
  const names = NAMES.slice(0, costs.length);
  return knowledgeOf(
    { causes: names.map((name) => `${name} engine`), fixes: names.map((name, at) => fixOf(name, costs[at] ?? 1)) },
    [],
  );
}

function oddsOf(weights: readonly number[], unknown: number): Odds {
  const sum = weights.reduce((a, b) => a + b, unknown);
  const byCause = new Map(weights.map((weight, at) => [causeKey(cause(NAMES[at] ?? "")), weight / sum]));
  return { byCause, unknown: unknown / sum };
}

function orders<T>(list: readonly T[]): T[][] {
  if (!list.length) return [[]];
  return list.flatMap((first, at) =>
    orders([...list.slice(0, at), ...list.slice(at + 1)]).map((rest) => [first, ...rest]),
  );
}

/** The cheapest policy there is: every order of every subset of repairs, then finding the cause from scratch. */
function bestByTryingAll(costs: readonly number[], odds: Odds): number {
  const all = costs.map((cost, at) => ({ cost, p: odds.byCause.get(causeKey(cause(NAMES[at] ?? ""))) ?? 0 }));
  let best = Number.POSITIVE_INFINITY;
  for (const order of orders(all))
    for (let guesses = 0; guesses <= order.length; guesses++) {
      let left = 1;
      let minutes = odds.unknown * (FROM_SCRATCH_MINUTES + UNPLANNED_FIX_MINUTES);
      order.forEach(({ cost, p }, at) => {
        minutes += at < guesses ? cost * left : p * (FROM_SCRATCH_MINUTES + cost);
        if (at < guesses) left -= p;
      });
      best = Math.min(best, minutes);
    }
  return best;
}

test("the closed-form order of repairs is the best of all orders", () => {
  const cost = fc.integer({ min: 5, max: 400 });
  const weight = fc.double({ min: 0.01, max: 1, noNaN: true });
  fc.assert(
    fc.property(
      fc.array(fc.tuple(cost, weight), { minLength: 1, maxLength: 5 }),
      fc.double({ min: 0, max: 0.6, noNaN: true }),
      (pairs, unknown) => {
        const costs = pairs.map(([minutes]) => minutes);
        const odds = oddsOf(
          pairs.map(([, share]) => share),
          unknown,
        );
        const { expectedMinutes } = planOf(bookOf(costs), emptyCase, odds);
        const best = bestByTryingAll(costs, odds);
        expect(expectedMinutes).toBeGreaterThanOrEqual(best - 1e-6);
        expect(expectedMinutes).toBeLessThanOrEqual(best * 1.0001);
      },
    ),
    { seed: 31, numRuns: 300 },
  );
});

test("with equal odds the cheap repair comes first, with equal costs the likely one", () => {
  const first = (costs: number[], weights: number[]) => {
    const action = planOf(bookOf(costs), emptyCase, oddsOf(weights, 0.01)).actions[0];
    return action?.kind === "fix" ? action.cause.key : null;
  };
  expect(first([200, 30], [1, 1])).toBe("b/x");
  expect(first([60, 60], [1, 2])).toBe("b/x");
  expect(first([30, 200], [1, 1.2])).toBe("a/x");
});

test("a part's price counts as minutes at the shop's rate", () => {
  const knowledge = knowledgeOf(
    { causes: ["a/x engine", "b/x engine"], fixes: [fixOf("a/x", 30, 300), fixOf("b/x", 90)] },
    [],
  );
  const actions = planOf(knowledge, emptyCase, oddsOf([1, 1], 0.01)).actions;
  // 60 an hour: 30 minutes and a part for 300 are 330 minutes.
  expect(actions.map((action) => action.kind === "fix" && action.cause.key)).toEqual(["b/x", "a/x"]);
});

/** A shop with a test that splits two costly suspects. */
function splitting(costA: number, costB: number, minutes: number): Knowledge {
  const split = procedureWith(
    "split",
    { left: "a/x confirms, b/x clears", right: "b/x confirms, a/x clears" },
    { minutes },
  );
  return knowledgeOf(
    { causes: ["a/x engine", "b/x engine"], procedures: [split], fixes: [fixOf("a/x", costA), fixOf("b/x", costB)] },
    ["a/x", "b/x", "a/x", "b/x", "a/x", "b/x", "a/x", "b/x"].map((cause) => jobWith(cause)),
  );
}

test("test before parts falls out of the arithmetic, and so does fitting the part where testing costs more", () => {
  const first = (knowledge: Knowledge) => advise(knowledge, emptyCase).plan.actions[0]?.kind;
  expect(first(splitting(180, 180, 10))).toBe("test");
  expect(first(splitting(10, 180, 120))).toBe("fix");
});

test("what a test is expected to leave is what the engine says once its outcome is in", () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 10, max: 300 }),
      fc.integer({ min: 10, max: 300 }),
      fc.integer({ min: 1, max: 60 }),
      (a, b, minutes) => {
        const knowledge = splitting(a, b, minutes);
        const now = advise(knowledge, emptyCase);
        const action = now.plan.actions.find(({ kind }) => kind === "test");
        const after = (outcome: string) => {
          const file: CaseFile = { ...emptyCase, tests: [{ procedure: "split", title: "", outcome, effects: [] }] };
          return advise(knowledge, file);
        };
        // P(outcome) from the odds that come before and after it: they average to those before (law of total probability).
        const pNow = now.suspects.find(({ cause: known }) => known.key === "a/x")?.probability ?? 0;
        const pAfter = (outcome: string) =>
          after(outcome).suspects.find(({ cause: known }) => known.key === "a/x")?.probability ?? 0;
        const left = (pNow - pAfter("right")) / (pAfter("left") - pAfter("right"));
        const expected =
          minutes + left * after("left").plan.expectedMinutes + (1 - left) * after("right").plan.expectedMinutes;
        expect(action?.expectedMinutesAfter).toBeCloseTo(expected, 6);
      },
    ),
    { seed: 37, numRuns: 60 },
  );
});

test("a test about nothing that is suspected is not offered", () => {
  const knowledge = knowledgeOf(
    {
      causes: ["a/x engine", "b/x engine"],
      procedures: [procedureWith("idle", { yes: "z/x confirms", no: "z/x clears" })],
    },
    [jobWith("a/x")],
  );
  expect(advise(knowledge, emptyCase).plan.actions.filter(({ kind }) => kind === "test")).toEqual([]);
});

test("actions stand in the order of the minutes that they are expected to take in all", () => {
  const minutes = advise(splitting(90, 140, 12), emptyCase).plan.actions.map(
    ({ expectedMinutesAfter }) => expectedMinutesAfter,
  );
  expect(minutes.length).toBeGreaterThan(2);
  expect([...minutes].sort((x, y) => x - y)).toEqual(minutes);
});

test("where nothing is worth its minutes, what narrows the search most comes first, and a cheap repair that nobody suspects does not", () => {
  const names = Array.from({ length: 32 }, (_, at) => `part-${at}/worn`);
  const clears = (few: readonly string[]) => few.map((name) => `${name} clears`).join(", ");
  const half = procedureWith("half", { yes: clears(names.slice(0, 16)), no: clears(names.slice(16)) }, { minutes: 20 });
  const one = procedureWith("one", { yes: clears(names.slice(0, 1)), no: "" }, { minutes: 5 });
  const knowledge = knowledgeOf(
    {
      causes: [...names, "fuse/loose"].map((name) => `${name} engine`),
      procedures: [one, half],
      fixes: [...names.map((name) => fixOf(name, 200)), fixOf("fuse/loose", 1)],
    },
    [],
  );
  const odds = new Map([
    ...names.map((name) => [causeKey(cause(name)), 0.0299] as const),
    [causeKey(cause("fuse/loose")), 0.0005],
  ]);
  const { actions, expectedMinutes, fromScratch } = planOf(knowledge, emptyCase, { byCause: odds, unknown: 0.0427 });
  expect(fromScratch).toBe(true);
  expect(actions[0]).toMatchObject({ kind: "test", procedure: { key: "half" } });
  // Less than its own twenty minutes are lost by it.
  expect(actions[0]?.expectedMinutesAfter).toBeLessThan(expectedMinutes + 20);
  const fuse = actions.findIndex((action) => action.kind === "fix" && action.cause.component === "fuse");
  expect(fuse).toBeGreaterThan(actions.findLastIndex(({ kind }) => kind === "test"));
  // With one suspect far ahead nobody searches from nothing.
  const clear = new Map([...odds].map(([key, p], at) => [key, at === 0 ? 0.9 : p / 20]));
  expect(planOf(knowledge, emptyCase, { byCause: clear, unknown: 0.05 }).fromScratch).toBe(false);
});
