import type { Dice } from "../random";
import type { TrueCause, TrueTest } from "./world";

export const OUTCOMES = ["normal", "abnormal"] as const;

/** How often a test is abnormal on a vehicle with this cause; null for a cause that nobody knows. */
export function abnormalChance({ byCause, otherwise }: TrueTest, cause: TrueCause | null): number {
  return ((cause && byCause.get(cause.key)) ?? otherwise)[1] ?? 0;
}

/** What a test comes to on a vehicle with these causes: whichever shows makes it abnormal. */
export function dealOutcome(test: TrueTest, causes: readonly TrueCause[], dice: Dice): (typeof OUTCOMES)[number] {
  const chances = causes.length ? causes.map((cause) => abnormalChance(test, cause)) : [abnormalChance(test, null)];
  const normal = chances.reduce((product, chance) => product * (1 - chance), 1);
  return dice.is(1 - normal) ? "abnormal" : "normal";
}
