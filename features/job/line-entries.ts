import { CONFIRMATION_WORDS } from "@/core/entries";
import type { EntryLine } from "@/core/entry-line";
import type { Labels } from "@/core/words";

/** An entry as the server takes it. */
export interface LineEntry {
  readonly command: string;
  readonly input: Readonly<Record<string, unknown>>;
}

/**
 * What a line becomes on the trail, in the order in which it is recorded; its minutes go to the first entry that can hold them.
 * @param symptom the job's first symptom, to which conditions belong where the line names none; null where the job has none
 */
export function entriesOf(line: EntryLine, symptom: string | null): readonly LineEntry[] {
  const entries = [...symptomEntries(line, symptom), ...otherEntries(line)];
  const timed = entries.findIndex(({ command }) => command !== "record-odometer");
  return entries.map((entry, at) =>
    at === timed ? { ...entry, input: { ...entry.input, minutes: line.minutes ?? 0 } } : entry,
  );
}

function symptomEntries({ symptoms, conditions, denied }: EntryLine, first: string | null): LineEntry[] {
  const keys = symptoms.length ? symptoms : conditions.length + denied.length && first ? [first] : [];
  if (!keys.length) return [];
  return [{ command: "record-symptoms", input: { symptoms: keys.map((key) => ({ key, conditions, denied })) } }];
}

function otherEntries({ confirmation, odometerKm, codes, cleared, note }: EntryLine): LineEntry[] {
  return [
    ...(confirmation ? [{ command: "confirm-complaint", input: { ...confirmation } }] : []),
    ...(odometerKm !== null ? [{ command: "record-odometer", input: { odometerKm } }] : []),
    ...(codes.length ? [{ command: "record-scan", input: { codes } }] : []),
    ...(cleared ? [{ command: "record-clear", input: {} }] : []),
    ...(note ? [{ command: "record-note", input: { text: note } }] : []),
  ];
}

/** What was understood, piece by piece, to show before it is saved. */
export function understood(line: EntryLine, labels: Pick<Labels, "symptom" | "condition">): readonly string[] {
  const { codes, symptoms, conditions, denied, odometerKm, confirmation, cleared, minutes, note } = line;
  const counted = confirmation?.tries ? ` ${confirmation.times} of ${confirmation.tries}` : "";
  return [
    ...symptoms.map((key) => labels.symptom(key)),
    ...conditions.map((key) => labels.condition(key)),
    ...denied.map((key) => `not: ${labels.condition(key)}`),
    ...(confirmation ? [CONFIRMATION_WORDS[confirmation.result] + counted] : []),
    ...(odometerKm !== null ? [`odometer ${odometerKm} km`] : []),
    ...codes.map(({ code, status }) => `${code} ${status}`),
    ...(cleared ? ["codes cleared"] : []),
    ...(note ? ["note"] : []),
    ...(minutes !== null ? [`${minutes} min`] : []),
  ];
}
