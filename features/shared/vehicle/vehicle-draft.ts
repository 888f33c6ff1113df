import { readNumber } from "@/core/measure";
import type { VehicleRow } from "@/server/db/vehicles";

/** A vehicle while it is typed: every field a text. */
export type VehicleDraft = Readonly<
  Record<
    | "plate"
    | "vin"
    | "make"
    | "model"
    | "year"
    | "engine"
    | "fuel"
    | "transmission"
    | "gearbox"
    | "drive"
    | "market"
    | "built",
    string
  >
>;

export const NO_VEHICLE: VehicleDraft = {
  ...{ plate: "", vin: "", make: "", model: "", year: "" },
  ...{ engine: "", fuel: "", transmission: "", gearbox: "", drive: "", market: "", built: "" },
};

/** A known vehicle as it would be typed. */
export function vehicleDraftOf(vehicle: VehicleRow): VehicleDraft {
  const { plate, vin, make, model, year, engine, transmission, drive, market, built, fuel, gearbox } = vehicle;
  return {
    ...{ plate: plate ?? "", vin: vin ?? "", make, model, year: String(year) },
    ...{
      engine: engine ?? "",
      fuel: fuel ?? "",
      gearbox: gearbox ?? "",
      transmission: transmission ?? "",
      drive: drive ?? "",
      market: market ?? "",
      built: built ?? "",
    },
  };
}

/** What the server takes: the year as a number where it is one. */
export function vehicleInput(draft: VehicleDraft): object {
  return { ...draft, year: readNumber(draft.year) ?? draft.year };
}
