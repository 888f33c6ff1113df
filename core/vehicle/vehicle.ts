/** A vehicle as far as diagnosis needs it: its variant, not its owner. Codes or names as the shop writes them. */
export interface Vehicle {
  readonly make: string;
  readonly model: string;
  readonly year: number;
  readonly engine: string | null;
  readonly transmission: string | null;
  readonly drive: string | null;
  /** The market it was built for: the same car has its fuse elsewhere in another market. */
  readonly market: string | null;
  /** What it runs on: one of FUELS; null or left out where it is not stated. */
  readonly fuel?: string | null;
  /** The kind of gearbox: one of GEARBOXES. */
  readonly gearbox?: string | null;
  /** What it is equipped with, where somebody listed it. */
  readonly equipment?: readonly string[] | null;
  /** The month it was built, as in 2017-03. */
  readonly built?: string | null;
  /** What it is used for: some of USES; null or left out where nobody said. */
  readonly uses?: readonly string[] | null;
}

export const FUELS = ["petrol", "diesel", "gas", "hybrid", "electric"] as const;
/** Ways of use that wear a vehicle differently. */
export const USES = ["towing", "short-trips", "salt", "heat", "loaded", "unpaved"] as const;
export const GEARBOXES = ["manual", "automatic"] as const;

/** "Tarrow Packet, 2017" */
export function vehicleName(vehicle: Vehicle): string {
  return `${vehicle.make} ${vehicle.model}, ${vehicle.year}`;
}
