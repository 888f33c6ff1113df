import { note } from "./wording";
import { originOf, type EntryRule } from "./rule";

/** A second person has looked at safety work and signs for it. */
export interface SecondLookBody {
  readonly kind: "second-look";
  /** What was looked at: "hose routed, no leak at full pressure, pedal firm". */
  readonly what: string;
}

export const secondLook: EntryRule<SecondLookBody> = {
  right: "job.close",
  onClosed: false,
  stays: null,
  adds: ({ secondLooks }, entry) => ({ secondLooks: [...secondLooks, originOf(entry)] }),
  line: (_, { what }) => `Second person signs${note(what)}`,
  short: () => "second look",
};
