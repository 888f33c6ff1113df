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
}

/** "Tarrow Packet, 2017" */
export function vehicleName(vehicle: Vehicle): string {
  return `${vehicle.make} ${vehicle.model}, ${vehicle.year}`;
}
