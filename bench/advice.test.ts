import { beforeAll, describe, expect, test } from "vitest";
import { areaUnderCurve, calibrationError, openShop, playShop, type ShopResult } from "./shop";
import { COAST, HILLS } from "./world/rules";

const leaveOut = ["nearest job", "flowchart"];
const PATIENCE_MS = 120_000;

/** The short version of `npm run bench:advice`: bounds so loose that chance does not break them, and a broken engine does. */
describe.each([HILLS, COAST])("on the simulated shop of $name", (rules) => {
  const size = { jobs: 30, firsts: 120, leaveOut };
  let result: ShopResult;
  beforeAll(() => {
    result = playShop(openShop(rules, 1, 1000), 1, size);
  }, PATIENCE_MS);
  const of = (name: string) => {
    const found = result.methods.find((method) => method.name === name);
    if (!found) throw new Error(`nobody played ${name}`);
    return found;
  };

  test("the advice takes not much more minutes than who knows the truth, and far fewer than repairing by frequency", () => {
    expect(of("engine").minutes).toBeLessThan(1.6 * of("oracle").minutes);
    expect(of("engine").minutes).toBeLessThan(0.75 * of("frequency").minutes);
    expect(of("engine").minutes).toBeLessThan(of("naive Bayes").minutes);
  });

  test("it fits few parts in vain, and says how sure it is", () => {
    expect(of("engine").partsInVain).toBeLessThan(of("frequency").partsInVain / 3);
    expect(result.firsts).toHaveLength(size.firsts);
    expect(calibrationError(result.firsts)).toBeLessThan(0.15);
  });

  test("it tells a cause that is not in the book from the others by the time a job is over or three ways were in vain", () => {
    expect(areaUnderCurve(result.unknownsAtLast)).toBeGreaterThan(0.7);
  });
});

test("more history makes it better", { timeout: PATIENCE_MS }, () => {
  const only = ["oracle", "frequency", "naive Bayes", ...leaveOut];
  const minutes = [200, 1500].map((jobs) => {
    const { methods } = playShop(openShop(HILLS, 2, jobs), 2, { jobs: 30, firsts: 0, leaveOut: only });
    return methods.find(({ name }) => name === "engine")?.minutes ?? Number.NaN;
  });
  expect(minutes[1]).toBeLessThan(minutes[0] ?? 0);
});

test("the measures themselves: perfect odds have no calibration error, and perfect ranks an area of one", () => {
  const sure = [
    { p: 1, right: true },
    { p: 0, right: false },
  ];
  expect(calibrationError(sure)).toBe(0);
  expect(calibrationError([{ p: 0.9, right: false }])).toBeCloseTo(0.9, 12);
  expect(
    areaUnderCurve([
      { p: 0.2, strange: false },
      { p: 0.7, strange: true },
    ]),
  ).toBe(1);
  expect(
    areaUnderCurve([
      { p: 0.5, strange: false },
      { p: 0.5, strange: true },
    ]),
  ).toBe(0.5);
});
