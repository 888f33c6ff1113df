import type { EntryRule } from "./rule";

/** The job is open again. */
export interface ReopenedBody {
  readonly kind: "reopened";
  readonly reason: string;
}

export const reopened: EntryRule<ReopenedBody> = {
  right: "job.reopen",
  onClosed: true,
  stays: "close the job again instead",
  adds: () => ({ closed: null }),
  line: (_, { reason }) => `Opened again: ${reason}`,
  short: () => "opened again",
};
