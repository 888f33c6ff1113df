import { dayText } from "@/core/day";
import { note } from "./wording";
import { originOf, type EntryRule } from "./rule";

/** The day on which somebody asks whether a repair held: booked, or moved. */
export interface AskAfterBody {
  readonly kind: "ask-after";
  /** YYYY-MM-DD */
  readonly day: string;
  readonly note: string;
}

export const askAfter: EntryRule<AskAfterBody> = {
  right: "job.complaint",
  onClosed: true,
  stays: null,
  adds: (_, entry) => ({ askOn: { ...originOf(entry), day: entry.body.day } }),
  line: (_, { day, note: added }) => `To be asked after on ${dayText(day)}${note(added)}`,
  short: () => "to be asked after",
};
