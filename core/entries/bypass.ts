import { originOf, type EntryRule } from "./rule";

/** Something is bridged for diagnosis. */
export interface BypassBody {
  readonly kind: "bypass";
  readonly what: string;
}

export const bypass: EntryRule<BypassBody> = {
  right: "job.record",
  onClosed: false,
  stays: "a bypass is not taken back: somebody looks and says that it is out",
  adds: ({ bypasses }, entry) => ({
    bypasses: [...bypasses, { ...originOf(entry), what: entry.body.what, removedSeq: null }],
  }),
  line: (_, { what }) => `Bypass in place: ${what}`,
  short: () => "bypass",
};
