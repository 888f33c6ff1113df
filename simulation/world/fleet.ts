import type { Vehicle } from "@/core/vehicle";
import type { Dice } from "../random";
import type { WorldRules } from "./rules";
import type { Model, World } from "./truth";

const KM_MOST = 280_000;

/** The models of this world, the first of them the commonest. */
export function makeFleet({ models, engines }: WorldRules, dice: Dice): readonly Model[] {
  const engineNames = Array.from({ length: engines }, (_, at) => `E${at}`);
  return Array.from({ length: models }, (_, at) => ({
    make: `Make ${at % 5}`,
    model: `Model ${at}`,
    engines: dice.some(engineNames, dice.whole(1, 3)),
    transmission: `T${dice.whole(0, 6)}`,
    share: 1 / (1 + at * 0.4),
  }));
}

/** The vehicle of a new job. */
export function dealVehicle({ fleet }: World, dice: Dice): { readonly vehicle: Vehicle; readonly odometerKm: number } {
  const model = fleet[dice.weighted(fleet.map(({ share }) => share))] ?? dice.pick(fleet);
  const age = dice.whole(1, 12);
  return {
    vehicle: {
      make: model.make,
      model: model.model,
      year: 2025 - age,
      engine: dice.pick(model.engines),
      transmission: model.transmission,
      drive: "front",
      market: dice.pick(["hill", "coast"]),
    },
    odometerKm: Math.min(KM_MOST, Math.round(age * dice.between(8000, 26_000))),
  };
}
