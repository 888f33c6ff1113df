import { note } from "./wording";
import type { EntryRule } from "./rule";

/** What the odometer reads, read again. */
export interface OdometerBody {
  readonly kind: "odometer";
  readonly odometerKm: number;
  readonly reason: string;
}

export const odometer: EntryRule<OdometerBody> = {
  right: "job.complaint",
  onClosed: false,
  stays: null,
  adds: (_, { body }) => ({ odometerKm: body.odometerKm }),
  line: (_, { odometerKm, reason }) => `Odometer ${odometerKm} km${note(reason)}`,
  short: () => "odometer",
};
