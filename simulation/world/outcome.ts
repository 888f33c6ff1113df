import { item } from "@/core/place";
import type { Dice } from "../random";
import type { TrueCause, TrueTest } from "./truth";

/** The outcome that shows where nothing is wrong. */
export const NORMAL = 0;

/** How often each outcome shows on a vehicle with these causes: the first that shows abnormal is seen; none: nothing the test knows. */
export function outcomeChances({ byCause, otherwise }: TrueTest, causes: readonly TrueCause[]): readonly number[] {
  const chances = causes.map(({ key }) => byCause.get(key) ?? otherwise);
  const [first = otherwise, second] = chances;
  if (!second) return first;
  return otherwise.map((_, at) => {
    const [a, b] = [first[at] ?? 0, second[at] ?? 0];
    const normal = first[NORMAL] ?? 0;
    return at === NORMAL ? a * b : a + normal * b;
  });
}

/** What a test comes to on a vehicle with these causes. */
export function dealOutcome(test: TrueTest, causes: readonly TrueCause[], dice: Dice): string {
  return item(test.outcomes, dice.weighted(outcomeChances(test, causes)));
}
