import type { EntryRule } from "./rule";

/** Whatever fits no other kind. */
export interface NoteBody {
  readonly kind: "note";
  readonly text: string;
}

export const note: EntryRule<NoteBody> = {
  right: "job.complaint",
  onClosed: false,
  stays: null,
  adds: () => ({}),
  line: (_, { text }) => text,
  short: () => "note",
};
