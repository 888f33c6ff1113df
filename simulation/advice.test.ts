import { expect, test } from "vitest";
import { leaveOut, meanOf, PATIENCE_MS } from "@/tests/support/advice-bounds";
import { calibrationError, openShop, playShop } from "./shop";
import { HILLS } from "./world/rules";

test("more history makes it better", { timeout: PATIENCE_MS }, () => {
  const only = ["oracle", "frequency", "naive Bayes", ...leaveOut];
  const costs = [30, 1500].map((jobs) =>
    meanOf(playShop(openShop(HILLS, 2, jobs), 2, { jobs: 40, firsts: 0, leaveOut: only }), "engine", "cost"),
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
