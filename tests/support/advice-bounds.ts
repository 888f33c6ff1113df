import { beforeAll, describe, expect, test } from "vitest";
import { calibrationError, openShop, playShop, type ShopResult } from "@/simulation/shop";
import type { Played } from "@/simulation/play";
import type { WorldRules } from "@/simulation/world/rules";

/** Ways of working that are not played in the tests. */
export const leaveOut = ["nearest job", "flowchart", "told all but looks", "told the rules"];
export const PATIENCE_MS = 180_000;
const mean = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / values.length;
/** What a way of working came to on average. */
export const meanOf = ({ methods }: ShopResult, name: string, what: "cost" | "partsInVain") => {
  const found = methods.find((method) => method.name === name);
  if (!found) throw new Error(`nobody played ${name}`);
  return mean(found.played.map((played: Played) => played[what]));
};

/** The short version of `npm run bench:advice`: bounds so loose that chance does not break them, and a broken engine does. */
export function describeAdviceOn(rules: WorldRules): void {
  describe(`on the simulated shop of ${rules.name}`, () => {
    const size = { jobs: 15, firsts: 120, leaveOut };
    let result: ShopResult;
    beforeAll(() => {
      result = playShop(openShop(rules, 1, 1000), 1, size);
    }, PATIENCE_MS);

    test("the advice costs not much more than who knows the truth, and far less than repairing by frequency", () => {
      expect(meanOf(result, "engine", "cost")).toBeLessThan(2.2 * meanOf(result, "oracle", "cost"));
      expect(meanOf(result, "engine", "cost")).toBeLessThan(meanOf(result, "frequency", "cost"));
      expect(meanOf(result, "engine", "cost")).toBeLessThan(meanOf(result, "naive Bayes", "cost"));
      // Nobody can know more than the oracle; on a few jobs luck may.
      expect(meanOf(result, "engine", "cost")).toBeGreaterThan(0.85 * meanOf(result, "oracle", "cost"));
    });

    test("it fits few parts in vain, and says how sure it is", () => {
      expect(meanOf(result, "engine", "partsInVain")).toBeLessThan(meanOf(result, "frequency", "partsInVain"));
      expect(result.firsts).toHaveLength(size.firsts);
      expect(calibrationError(result.firsts)).toBeLessThan(0.15);
    });
  });
}
