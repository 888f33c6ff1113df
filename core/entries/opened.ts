import { note } from "./wording";
import type { EntryRule } from "./rule";

/** The vehicle came in. */
export interface OpenedBody {
  readonly kind: "opened";
  readonly complaint: string;
  readonly odometerKm: number | null;
  /** Why the odometer reads less than before, where it does. */
  readonly odometerReason?: string | null;
  /** The id of whoever took it on; null nobody yet; left out by entries written before that was noted. */
  readonly heldBy?: string | null;
}

export const opened: EntryRule<OpenedBody> = {
  right: "job.open",
  onClosed: false,
  stays: "a job stays opened; correct its vehicle, its odometer or its symptoms instead",
  adds: (_, { body }) => ({ odometerKm: body.odometerKm, holder: body.heldBy }),
  line: (_, { odometerReason }) => `Came in${note(odometerReason ? `odometer: ${odometerReason}` : "")}`,
  short: () => "came in",
};
