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
  readonly drives?: readonly string[];
  /** Models of other names that share the part, beside those of `make` and `models`. */
  readonly sisters?: readonly Sister[];
  /** First and last month of production, inclusive, as in 2017-05. */
  readonly built?: readonly [string, string] | null;
  /** What such vehicles are used for: some of USES. */
  readonly uses?: readonly string[];
}

export interface Sister {
  readonly make: string;
  readonly model: string;
}

/** Whether something of the book is for this vehicle. What nobody states of when it was built and what it is used for is given the benefit of the doubt. */
export function appliesTo(applies: Applies, vehicle: Vehicle): boolean {
  const { years, engines, transmissions, markets, drives = [], built = null, uses = [] } = applies;
  return (
    isOfModel(applies, vehicle) &&
    among(drives, vehicle.drive) &&
    (built === null || wasBuilt(vehicle, built)) &&
    (uses.length === 0 || !vehicle.uses?.length || vehicle.uses.some((each) => uses.includes(each))) &&
    (years === null || (vehicle.year >= years[0] && vehicle.year <= years[1])) &&
    among(engines, vehicle.engine) &&
    among(transmissions, vehicle.transmission) &&
    among(markets, vehicle.market)
  );
}

function isOfModel({ make, models, sisters = [] }: Applies, vehicle: Vehicle): boolean {
  const isOwn = (make === null || make === vehicle.make) && among(models, vehicle.model);
  return isOwn || sisters.some((sister) => sister.make === vehicle.make && sister.model === vehicle.model);
}

/** By the month where it is known; else by the model year, which may begin the autumn before. */
function wasBuilt({ built, year }: Vehicle, [from, to]: readonly [string, string]): boolean {
  if (built) return built >= from && built <= to;
  return year >= Number(from.slice(0, 4)) && year <= Number(to.slice(0, 4)) + 1;
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
  return (
    fits(needs.fuels, vehicle.fuel) &&
    fits(needs.drives, vehicle.drive) &&
    fits(needs.gearboxes, vehicle.gearbox) &&
    fits(needs.markets, vehicle.market) &&
    !needs.equipment.some((each) => vehicle.equipment?.some((listed) => lackedIn(listed) === sameName(each)))
  );
}

/** "Air conditioning" and "air-conditioning" are one. */
const sameName = (equipment: string) => equipment.toLowerCase().replaceAll(/[^\p{L}\p{N}]/gu, "");

/** What a list of equipment says is not there: "no turbo", "without air conditioning". That a thing is not listed says nothing: nobody lists all. */
function lackedIn(listed: string): string | null {
  const found = /^(?:no|not|without)\s+(.+)$/i.exec(listed.trim());
  return found?.[1] ? sameName(found[1]) : null;
}
