import type { EntryRule } from "./rule";

/** Another entry is taken back: it stays on the trail, struck, and no longer counts. */
export interface WithdrawnBody {
  readonly kind: "withdrawn";
  readonly reason: string;
}

export const withdrawn: EntryRule<WithdrawnBody> = {
  right: "job.complaint",
  onClosed: true,
  stays: "what was taken back stays so; write it anew",
  adds: () => ({}),
  line: (_, { reason }) => `Taken back: ${reason}`,
  short: () => "taken back",
};
