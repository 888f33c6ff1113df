import { note } from "./wording";
import type { EntryRule } from "./rule";

/** The job goes to a colleague. */
export interface HandedBody {
  readonly kind: "handed";
  /** The colleague's name, as it was then. */
  readonly to: string;
  /** The colleague's id; left out by entries written before that was noted. */
  readonly toId?: string;
  readonly note: string;
}

export const handed: EntryRule<HandedBody> = {
  right: "job.assign",
  onClosed: false,
  stays: null,
  adds: ({ holder }, { body }) => ({ holder: body.toId ?? holder }),
  line: (_, { to, note: added }) => `Handed to ${to}${note(added)}`,
  short: () => "handed on",
};
