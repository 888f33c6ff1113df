import type { EntryRule } from "./rule";

/** A bypass is out again. */
export interface BypassRemovedBody {
  readonly kind: "bypass-removed";
  readonly bypassSeq: number;
  readonly what: string;
}

export const bypassRemoved: EntryRule<BypassRemovedBody> = {
  right: "job.record",
  onClosed: false,
  stays: null,
  adds: ({ bypasses }, { seq, body }) => ({
    bypasses: bypasses.map((each) => (each.seq === body.bypassSeq ? { ...each, removedSeq: seq } : each)),
  }),
  line: (_, { what }) => `Bypass taken out: ${what}`,
  short: () => "bypass out",
};
