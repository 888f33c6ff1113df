import type { Labels } from "@/core/words";
import { ruleOf, type BodyOf, type EntryBody, type EntryKind } from "./rules";

/** One line that says what an entry recorded, in a colleague's voice. */
export function entryText(labels: Labels, body: EntryBody): string {
  return lineOf(labels, body);
}

/** A few characters for the trail map's crossing. */
export function entryShortText(labels: Labels, body: EntryBody): string {
  return shortOf(labels, body);
}

/** What stands below an entry's line: of a scan what the vehicle froze and tested, of a finding what the customer is told. */
export function entryDetails(body: EntryBody): readonly string[] {
  return detailsOf(body);
}

function lineOf<Kind extends EntryKind>(labels: Labels, body: BodyOf<Kind>): string {
  return ruleOf<Kind>(body.kind).line(labels, body);
}

function shortOf<Kind extends EntryKind>(labels: Labels, body: BodyOf<Kind>): string {
  return ruleOf<Kind>(body.kind).short(labels, body);
}

function detailsOf<Kind extends EntryKind>(body: BodyOf<Kind>): readonly string[] {
  return ruleOf<Kind>(body.kind).details?.(body) ?? [];
}
