import fc from "fast-check";
import { expect, test } from "vitest";
import { advise } from "./advice";
import type { CaseFile } from "@/core/case";
import { type Book, placesOf } from "@/core/book";
import { planOf, type PlanOdds } from "./plan";
import { emptyCase, repairOf, jobWith, countedBook, procedureWith } from "@/tests/support/shop";

const NAMES = ["a/x", "b/x", "c/x", "d/x", "e/x"];

function bookOf(costs: readonly number[]): Book {
  const names = NAMES.slice(0, costs.length);
  return countedBook(
    { causes: names.map((name) => `${name} engine`), repairs: names.map((name, at) => repairOf(name, costs[at] ?? 1)) },
    [],
  );
}

/** Odds of the book's causes by their weights; the rest is in no known place. */
function oddsOf(book: Book, weights: readonly number[], unknown: number): PlanOdds {
  const { size, elsewhere } = placesOf(book);
  const sum = weights.reduce((a, b) => a + b, unknown);
  const odds = new Float64Array(size);
  for (const [at, weight] of weights.entries()) odds[at] = weight / sum;
  odds[elsewhere] = unknown / sum;
  return { odds, couples: [] };
}

function orders<T>(list: readonly T[]): T[][] {
  if (!list.length) return [[]];
  return list.flatMap((first, at) =>
    orders([...list.slice(0, at), ...list.slice(at + 1)]).map((rest) => [first, ...rest]),
  );
}

/** The cheapest policy there is: every order of the repairs. What no repair reaches costs the same in each, and is left out. */
function bestByTryingAll(costs: readonly number[], weights: readonly number[]): number {
  const sum = weights.reduce((a, b) => a + b, 0);
  const all = costs.map((cost, at) => ({ cost, p: (weights[at] ?? 0) / sum }));
  return Math.min(
    ...orders(all).map((order) => {
      let [left, minutes] = [1, 0];
      for (const { cost, p } of order) {
        minutes += cost * left;
        left -= p;
      }
      return minutes;
    }),
  );
}

test("the closed-form order of repairs is the best of all orders", () => {
  const cost = fc.integer({ min: 5, max: 400 });
  const weight = fc.double({ min: 0.1, max: 1, noNaN: true });
  fc.assert(
    fc.property(
      fc.array(fc.tuple(cost, weight), { minLength: 1, maxLength: 5 }),
      fc.double({ min: 0, max: 0.6, noNaN: true }),
      (pairs, unknown) => {
        const costs = pairs.map(([minutes]) => minutes);
        const weights = pairs.map(([, share]) => share);
        const book = bookOf(costs);
        const { expectedMinutes } = planOf(book, emptyCase, oddsOf(book, weights, unknown));
        expect(expectedMinutes).toBeCloseTo(bestByTryingAll(costs, weights), 6);
      },
    ),
    { seed: 31, numRuns: 300 },
  );
});

test("with equal odds the cheap repair comes first, with equal costs the likely one", () => {
  const first = (costs: number[], weights: number[]) => {
    const book = bookOf(costs);
    const action = planOf(book, emptyCase, oddsOf(book, weights, 0.01)).actions[0];
    return action?.kind === "repair" ? action.cause.key : null;
  };
  expect(first([200, 30], [1, 1])).toBe("b/x");
  expect(first([60, 60], [1, 2])).toBe("b/x");
  expect(first([30, 200], [1, 1.2])).toBe("a/x");
});

test("a part's price counts as minutes at the shop's rate", () => {
  const book = countedBook(
    { causes: ["a/x engine", "b/x engine"], repairs: [repairOf("a/x", 30, 300), repairOf("b/x", 90)] },
    [],
  );
  const actions = planOf(book, emptyCase, oddsOf(book, [1, 1], 0.01)).actions;
  // 60 an hour: 30 minutes and a part for 300 are 330 minutes.
  expect(actions.map((action) => action.kind === "repair" && action.cause.key)).toEqual(["b/x", "a/x"]);
});

/** A shop with a test that splits two costly suspects. */
function splitting(costA: number, costB: number, minutes: number): Book {
  const split = procedureWith(
    "split",
    { left: "a/x confirms, b/x clears", right: "b/x confirms, a/x clears" },
    { minutes },
  );
  return countedBook(
    {
      causes: ["a/x engine", "b/x engine"],
      procedures: [split],
      repairs: [repairOf("a/x", costA), repairOf("b/x", costB)],
    },
    ["a/x", "b/x", "a/x", "b/x", "a/x", "b/x", "a/x", "b/x"].map((cause) => jobWith(cause)),
  );
}

test("test before parts falls out of the arithmetic, and so does fitting the part where testing costs more", () => {
  const first = (book: Book) => advise(book, emptyCase).plan.actions[0]?.kind;
  expect(first(splitting(180, 180, 10))).toBe("test");
  expect(first(splitting(10, 180, 120))).toBe("repair");
});

test("what a test is expected to leave comes near what the plan says once its outcome is in", () => {
  fc.assert(
    fc.property(fc.integer({ min: 30, max: 300 }), fc.integer({ min: 1, max: 40 }), (cost, minutes) => {
      const book = splitting(cost, cost, minutes);
      const now = advise(book, emptyCase);
      const action = now.plan.actions.find(({ kind }) => kind === "test");
      const after = (outcome: string) => {
        const file: CaseFile = { ...emptyCase, tests: [{ procedure: "split", title: "", outcome, effects: [] }] };
        return advise(book, file).plan.expectedMinutes;
      };
      // Both suspects are alike, so that both outcomes are.
      const expected = minutes + (after("left") + after("right")) / 2;
      expect(Math.abs((action?.expectedMinutesAfter ?? 0) - expected)).toBeLessThan(0.12 * expected);
    }),
    { seed: 37, numRuns: 60 },
  );
});

test("a dear repair waits for its test, also where nobody leads", () => {
  const names = Array.from({ length: 12 }, (_, at) => `part-${at}/worn`);
  const tests = names.map((name, at) =>
    procedureWith(`test-${at}`, { bad: `${name} confirms`, good: `${name} clears` }, { minutes: 10 }),
  );
  const book = {
    causes: names.map((name) => `${name} engine`),
    procedures: tests,
    repairs: names.map((name) => repairOf(name, 60, 200)),
  };
  const { actions, expectedMinutes, expectedWorkMinutes, expectedParts } = advise(
    countedBook(book, []),
    emptyCase,
  ).plan;
  expect(actions[0]?.kind).toBe("test");
  // One repair at 260, and about half of twelve tests.
  expect(expectedMinutes).toBeLessThan(260 + 12 * 10 + 100);
  expect(expectedWorkMinutes + expectedParts).toBeCloseTo(expectedMinutes, 6);
  expect(expectedParts).toBeGreaterThan(199);
});

test("what is offered bears on the case: tests of at least two in a hundred, repairs of at least one", () => {
  const weight = fc.double({ min: 0, max: 1, noNaN: true });
  const names = Array.from({ length: 30 }, (_, at) => `part-${at}/worn`);
  const procedures = names.map((name, at) => procedureWith(`test-${at}`, { bad: `${name} confirms`, good: "" }));
  const book = countedBook({ causes: names.map((name) => `${name} engine`), procedures }, []);
  fc.assert(
    fc.property(fc.array(weight, { minLength: 30, maxLength: 30 }), (weights) => {
      const told = oddsOf(
        book,
        weights.map((each) => each ** 4 + 1e-6),
        0.1,
      );
      for (const action of planOf(book, emptyCase, told).actions) {
        const at = action.kind === "repair" ? book.causes.indexOf(action.cause) : procedures.indexOf(action.procedure);
        expect(told.odds[at]).toBeGreaterThanOrEqual(action.kind === "repair" ? 0.01 : 0.02);
      }
    }),
    { seed: 41, numRuns: 100 },
  );
});

test("an access group takes what the book names for it, where the repair names nothing", () => {
  const look = procedureWith("look", { bad: "a/x confirms", good: "" }, { access: "tray", accessMinutes: 25 });
  const book = countedBook(
    { causes: ["a/x engine"], procedures: [look], repairs: [repairOf("a/x", 30, 0, { access: "tray" })] },
    [],
  );
  const repair = (access: string[]) =>
    advise(book, { ...emptyCase, access }).plan.actions.find(({ kind }) => kind === "repair")?.minutes;
  expect([repair([]), repair(["tray"])]).toEqual([55, 30]);
});

test("a test about nothing that is suspected is not offered", () => {
  const book = countedBook(
    {
      causes: ["a/x engine", "b/x engine"],
      procedures: [procedureWith("idle", { yes: "z/x confirms", no: "z/x clears" })],
    },
    [jobWith("a/x")],
  );
  expect(advise(book, emptyCase).plan.actions.filter(({ kind }) => kind === "test")).toEqual([]);
});

test("actions stand in the order of the minutes that they are expected to take in all", () => {
  const minutes = advise(splitting(90, 140, 12), emptyCase).plan.actions.map(
    ({ expectedMinutesAfter }) => expectedMinutesAfter,
  );
  expect(minutes.length).toBeGreaterThan(2);
  expect([...minutes].sort((x, y) => x - y)).toEqual(minutes);
});
