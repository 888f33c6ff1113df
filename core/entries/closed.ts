import type { EntryRule } from "./rule";

/** The job is over. */
export interface ClosedBody {
  readonly kind: "closed";
  readonly rung: number;
  readonly reason: string;
  /** Why the vehicle left with a bypass in place: signed by a lead, apart from any other reason. */
  readonly bypassReason?: string | null;
}

export const closed: EntryRule<ClosedBody> = {
  right: "job.close",
  onClosed: false,
  stays: "open the job again instead",
  adds: (_, { at, byId }) => ({ closed: { at, by: byId } }),
  line: (_, { reason }) => (reason ? `Closed: ${reason}` : "Closed"),
  short: () => "closed",
  details: ({ bypassReason }) => (bypassReason ? [`Signed for the bypass that stays: ${bypassReason}`] : []),
};
