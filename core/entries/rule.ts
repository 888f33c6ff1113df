import type { Labels } from "@/core/words";
import type { JobRecord } from "./record";

/** What somebody must be allowed to do to write an entry, and to take it back. */
export type EntryRight =
  "job.open" | "job.complaint" | "job.record" | "job.assign" | "job.close" | "job.reopen" | "book.extend";

/** An entry of a trail that holds: nobody took it back. */
export interface HeldEntry<Body> {
  readonly seq: number;
  /** Where it stands among the others: a correction stands where the entry stood that it corrects. */
  readonly position: number;
  readonly at: Date;
  /** The person's id. */
  readonly byId: string;
  readonly minutes: number;
  readonly body: Body;
  /** Where another entry stands that this one speaks of, whatever it was corrected to since. */
  readonly placeOf: (seq: number) => number;
}

/** Which entry a fact comes from, and where that stands. */
export const originOf = ({ seq, position }: Pick<HeldEntry<unknown>, "seq" | "position">) => ({ seq, position });

/** All that is to be known of one kind of entry. */
export interface EntryRule<Body> {
  readonly right: EntryRight;
  /** Whether it may be written, or taken back, on a job that is closed. */
  readonly onClosed: boolean;
  /** Why an entry of this kind cannot be taken back, and what to do instead; null where it can. */
  readonly stays: string | null;
  /** What it changes of what the entries before it added up to. */
  adds(record: JobRecord, entry: HeldEntry<Body>): Partial<JobRecord>;
  /** One line that says what it recorded, in a colleague's voice. */
  line(labels: Labels, body: Body): string;
  /** A few characters for the trail map's crossing. */
  short(labels: Labels, body: Body): string;
  /** What stands below the line. */
  details?(body: Body): readonly string[];
}
