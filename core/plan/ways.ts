import { num } from "@/core/place";
import { costOf, type Outlook } from "./outlook";

/** A way to find a hypothesis out by a test before its repair. */
export interface Way {
  readonly test: number;
  readonly cost: number;
  /** How often it shows the hypothesis, and how often it looks so by chance. */
  readonly shows: number;
  readonly byChance: number;
}

/** How many ways of each hypothesis are kept: two tests may be spent already. */
const KEPT_WAYS = 3;
/** An outcome speaks for a hypothesis where it is so many times as likely with it. */
const SPEAKS_FOR = 2;
/** A test that shows it more seldom is no way to find it. */
const LEAST_SHOWN = 0.2;

/** The best ways to each hypothesis, by what they show for their minutes. */
export function waysOf({
  odds,
  tests,
  foundCosts,
}: Pick<Outlook, "odds" | "tests" | "foundCosts">): readonly (readonly Way[])[] {
  return Array.from(odds, (_, at) => {
    const repair = num(foundCosts, at);
    const pace = ({ shows, cost, byChance }: Way) => shows / (cost + byChance * repair);
    const ways = tests.flatMap((test, nth): readonly Way[] => {
      let [shows, byChance] = [num(test.finds, at), 0];
      for (const [outcome, own] of test.likelihood.entries()) {
        const usual = test.base[outcome] ?? 0;
        if (num(own, at) < SPEAKS_FOR * usual) continue;
        shows += num(own, at);
        byChance += usual;
      }
      return shows >= LEAST_SHOWN ? [{ test: nth, cost: costOf(test), shows, byChance }] : [];
    });
    return ways.sort((a, b) => pace(b) - pace(a)).slice(0, KEPT_WAYS);
  });
}
