import type { Vehicle } from "@/core/vehicle";
import { Dice } from "../random";
import { CONDITIONS, makeCauses, makeCircuits, symptomsOfWorld } from "./causes";
import { makeFleet } from "./fleet";
import { makePatterns } from "./hearsay";
import type { WorldRules } from "./rules";
import { makeTests } from "./tests";
import type { World } from "./truth";

/** A world by its rules: what is true in it, and what its shop has written down. The same seed makes the same world. */
export function makeWorld(rules: WorldRules, seed: number): World {
  const dice = new Dice(seed * 7919 + 17);
  const fleet = makeFleet(rules, dice.fork(1));
  const symptoms = symptomsOfWorld();
  const circuits = makeCircuits(dice.fork(2));
  const causes = makeCauses(rules, fleet, circuits, dice.fork(3));
  const { tests, procedures } = makeTests(rules, causes, dice.fork(4));
  const patterns = makePatterns(rules, causes, dice.fork(5));
  const known = causes.map(({ component, failure, key, system }) => ({ component, failure, key, system }));
  const repairs = causes.map(({ repair }) => repair);
  const book = { causes: known, procedures, repairs, patterns };
  return { rules, fleet, causes, tests, conditions: CONDITIONS, symptoms, circuits, book };
}

/** How frequent each cause is on one vehicle: sums to 1. */
export function trueRates({ causes }: World, vehicle: Vehicle, odometerKm: number): Float64Array {
  const rates = Float64Array.from(causes, ({ rate, hot }) => {
    const isHot =
      hot &&
      (hot.engine === null || hot.engine === vehicle.engine) &&
      (hot.model === null || hot.model === vehicle.model) &&
      (hot.odometerKm === null || (odometerKm >= hot.odometerKm[0] && odometerKm < hot.odometerKm[1]));
    return isHot ? rate * hot.times : rate;
  });
  const sum = rates.reduce((a, b) => a + b, 0);
  return rates.map((rate) => rate / sum);
}
