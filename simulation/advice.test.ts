import { beforeAll, describe, expect, test } from "vitest";
import { calibrationError, openShop, playShop, type ShopResult } from "./shop";
import type { Played } from "./play";
import { COAST, HILLS, MARSH } from "./world/rules";

const leaveOut = ["nearest job", "flowchart", "told all but looks", "told the rules"];
const PATIENCE_MS = 180_000;
const mean = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / values.length;
const of = ({ methods }: ShopResult, name: string, what: "cost" | "partsInVain") => {
  const found = methods.find((method) => method.name === name);
  if (!found) throw new Error(`nobody played ${name}`);
  return mean(found.played.map((played: Played) => played[what]));
};

/** The short version of `npm run bench:advice`: bounds so loose that chance does not break them, and a broken engine does. */
describe.each([HILLS, COAST, MARSH])("on the simulated shop of $name", (rules) => {
  const size = { jobs: 15, firsts: 120, leaveOut };
  let result: ShopResult;
  beforeAll(() => {
    result = playShop(openShop(rules, 1, 1000), 1, size);
  }, PATIENCE_MS);

  test("the advice costs not much more than who knows the truth, and far less than repairing by frequency", () => {
    expect(of(result, "engine", "cost")).toBeLessThan(2.2 * of(result, "oracle", "cost"));
    expect(of(result, "engine", "cost")).toBeLessThan(of(result, "frequency", "cost"));
    expect(of(result, "engine", "cost")).toBeLessThan(of(result, "naive Bayes", "cost"));
    // Nobody can know more than the oracle; on a few jobs luck may.
    expect(of(result, "engine", "cost")).toBeGreaterThan(0.85 * of(result, "oracle", "cost"));
  });

  test("it fits few parts in vain, and says how sure it is", () => {
    expect(of(result, "engine", "partsInVain")).toBeLessThan(of(result, "frequency", "partsInVain"));
    expect(result.firsts).toHaveLength(size.firsts);
    expect(calibrationError(result.firsts)).toBeLessThan(0.15);
  });
});

test("more history makes it better", { timeout: PATIENCE_MS }, () => {
  const only = ["oracle", "frequency", "naive Bayes", ...leaveOut];
  const costs = [30, 1500].map((jobs) =>
    of(playShop(openShop(HILLS, 2, jobs), 2, { jobs: 40, firsts: 0, leaveOut: only }), "engine", "cost"),
  );
  expect(costs[1]).toBeLessThan(costs[0] ?? 0);
});

test("the measure itself: perfect odds have no calibration error", () => {
  const sure = [
    { p: 1, right: true },
    { p: 0, right: false },
  ];
  expect(calibrationError(sure)).toBe(0);
  expect(calibrationError([{ p: 0.9, right: false }])).toBeCloseTo(0.9, 12);
});
