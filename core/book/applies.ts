import type { Vehicle } from "@/core/vehicle";

/** Which vehicles a pattern speaks of: an empty list means any. */
export interface Applies {
  readonly make: string | null;
  readonly models: readonly string[];
  /** First and last model year, inclusive. */
  readonly years: readonly [number, number] | null;
  readonly engines: readonly string[];
  readonly transmissions: readonly string[];
  readonly markets: readonly string[];
}

/** Whether something of the book is for this vehicle. */
export function appliesTo(applies: Applies, vehicle: Vehicle): boolean {
  const { make, models, years, engines, transmissions, markets } = applies;
  return (
    (make === null || make === vehicle.make) &&
    among(models, vehicle.model) &&
    (years === null || (vehicle.year >= years[0] && vehicle.year <= years[1])) &&
    among(engines, vehicle.engine) &&
    among(transmissions, vehicle.transmission) &&
    among(markets, vehicle.market)
  );
}

function among(list: readonly string[], value: string | null): boolean {
  return list.length === 0 || (value !== null && list.includes(value));
}

/** What a vehicle must be to have a component: one of each list; an empty list asks for nothing. */
export interface Needs {
  readonly fuels: readonly string[];
  readonly drives: readonly string[];
  readonly gearboxes: readonly string[];
  readonly equipment: readonly string[];
  readonly markets: readonly string[];
}

export const NEEDS_NOTHING: Needs = { fuels: [], drives: [], gearboxes: [], equipment: [], markets: [] };

/** Whether a vehicle can have what needs this; what is not stated of it is given the benefit of the doubt. */
export function canHave(needs: Needs, vehicle: Vehicle): boolean {
  const fits = (list: readonly string[], value: string | null | undefined) =>
    list.length === 0 || !value || list.includes(value);
  const equipment = vehicle.equipment?.map((each) => each.toLowerCase());
  return (
    fits(needs.fuels, vehicle.fuel) &&
    fits(needs.drives, vehicle.drive) &&
    fits(needs.gearboxes, vehicle.gearbox) &&
    fits(needs.markets, vehicle.market) &&
    (!equipment || needs.equipment.every((each) => equipment.includes(each.toLowerCase())))
  );
}
