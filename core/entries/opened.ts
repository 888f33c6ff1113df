import type { Comeback } from "@/core/job";
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
  /** The job after which it is back, by its number, and why. */
  readonly after?: { readonly number: number; readonly why: Comeback } | null;
}

export const COMEBACK_WORDS: Record<Comeback, string> = {
  "same-complaint": "the same complaint",
  "part-failed": "the same part failed again",
  "another-fault": "another fault",
  "our-work": "caused by our work",
};

export const opened: EntryRule<OpenedBody> = {
  right: "job.open",
  onClosed: false,
  stays: "a job stays opened; correct its vehicle, its odometer or its symptoms instead",
  adds: (_, { body }) => ({ odometerKm: body.odometerKm, holder: body.heldBy }),
  line: (_, { odometerReason, after }) => {
    const back = after ? ` again after job ${after.number}: ${COMEBACK_WORDS[after.why]}` : "";
    return `Came in${back}${note(odometerReason ? `odometer: ${odometerReason}` : "")}`;
  },
  short: () => "came in",
};
