import { readNumber } from "@/core/measure";
import { listed } from "@/features/shared/listed";
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
    | "equipment"
    | "uses"
    | "built",
    string
  >
>;

export const NO_VEHICLE: VehicleDraft = {
  plate: "",
  vin: "",
  make: "",
  model: "",
  year: "",
  engine: "",
  fuel: "",
  transmission: "",
  gearbox: "",
  drive: "",
  market: "",
  equipment: "",
  uses: "",
  built: "",
};

/** A known vehicle as it would be typed. */
export function vehicleDraftOf(vehicle: VehicleRow): VehicleDraft {
  const { plate, vin, make, model, year, engine, transmission, drive, market, built, fuel, gearbox, equipment } =
    vehicle;
  return {
    plate: plate ?? "",
    vin: vin ?? "",
    make,
    model,
    year: String(year),
    engine: engine ?? "",
    fuel: fuel ?? "",
    gearbox: gearbox ?? "",
    transmission: transmission ?? "",
    drive: drive ?? "",
    market: market ?? "",
    equipment: (equipment ?? []).join(", "),
    uses: (vehicle.uses ?? []).join(", "),
    built: built ?? "",
  };
}

/** What the server takes: the year as a number where it is one, the equipment as a list; none where nobody listed any. */
export function vehicleInput(draft: VehicleDraft): object {
  const [equipment, uses] = [listed(draft.equipment), listed(draft.uses ?? "")];
  return {
    ...draft,
    year: readNumber(draft.year) ?? draft.year,
    equipment: equipment.length ? equipment : null,
    uses: uses.length ? uses : null,
  };
}
