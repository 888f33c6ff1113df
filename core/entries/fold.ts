import { ruleOf, type BodyOf, type EntryBody, type EntryKind } from "./rules";
import { EMPTY_RECORD, type JobRecord } from "./record";
import type { HeldEntry } from "./rule";

/** An entry of a job's trail. `seq` counts from 1 within the job. */
export interface TrailEntry {
  readonly seq: number;
  readonly at: Date;
  readonly byId: string;
  readonly by: string;
  readonly minutes: number;
  readonly body: EntryBody;
  /** The entry that this one stands beside as its correction. */
  readonly corrects: number | null;
  /** The entry that corrects this one. */
  readonly correctedBy: number | null;
}

export type WrittenEntry = Pick<TrailEntry, "seq" | "at" | "byId" | "minutes" | "body" | "corrects">;

/**
 * What a trail adds up to: every entry that nobody took back, in its order, where a correction stands in the place of what it corrects.
 * Taking an entry back needs no rule of its own: what is left is added up as if it had never been written.
 * @param entries oldest first
 */
export function recordOf(entries: readonly WrittenEntry[]): JobRecord {
  return heldEntries(entries).reduce((record, entry) => ({ ...record, ...added(record, entry) }), EMPTY_RECORD);
}

/** The entries that hold, in the order in which they count. */
export function heldEntries(entries: readonly WrittenEntry[]): readonly HeldEntry<EntryBody>[] {
  const takenBack = new Set(entries.flatMap(({ corrects }) => corrects ?? []));
  const corrected = new Map(entries.map(({ seq, corrects }) => [seq, corrects]));
  const placeOf = (seq: number): number => {
    const before = corrected.get(seq) ?? null;
    return before === null ? seq : placeOf(before);
  };
  return entries
    .filter(({ seq }) => !takenBack.has(seq))
    .map(({ seq, at, byId, minutes, body }) => {
      // What takes back stands at its own place; only what says it anew stands at the old one.
      const position = body.kind === "withdrawn" ? seq : placeOf(seq);
      return { seq, position, at, byId, minutes, body, placeOf };
    })
    .sort((a, b) => a.position - b.position);
}

/** The entries whose minutes count: nobody took them back, and no casebook has told the job anew since. */
export function counted(entries: readonly Pick<WrittenEntry, "seq" | "body" | "corrects">[]): ReadonlySet<number> {
  const takenBack = new Set(entries.flatMap(({ corrects }) => corrects ?? []));
  const since = entries.reduce((last, { seq, body }) => (body.kind === "imported" ? seq : last), 0);
  return new Set(entries.flatMap(({ seq }) => (seq > since && !takenBack.has(seq) ? seq : [])));
}

function added<Kind extends EntryKind>(record: JobRecord, entry: HeldEntry<BodyOf<Kind>>): Partial<JobRecord> {
  return ruleOf<Kind>(entry.body.kind).adds(record, entry);
}
