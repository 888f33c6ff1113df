import { lowerFirst } from "@/core/words";
import type { Comparison, FeedFound, SwapFound } from "@/core/verdict";
import type { Effect } from "@/core/book";
import { formatReading, type Quantity, type Reading, type Verdict } from "@/core/measure";
import type { KeptTrace } from "@/core/trace";
import type { TestFact } from "./record";
import { at, note, shorten } from "./wording";
import { originOf, type EntryRule, type HeldEntry } from "./rule";

export interface TestReading {
  readonly label: string;
  readonly reading: Reading;
}

/** A test and what it came to. */
export interface TestBody {
  readonly kind: "test";
  /** null for a check that follows no procedure. */
  readonly procedure: string | null;
  readonly title: string;
  readonly outcome: string;
  readonly outcomeLabel: string;
  readonly readings: readonly TestReading[];
  /** The spec's judgement, null where the procedure has none or nothing was measured. */
  readonly verdict: Verdict | null;
  readonly verdictText: string | null;
  readonly effects: readonly Effect[];
  readonly note: string;
  /** Where on the vehicle, where the part is there more than once. */
  readonly place?: string | null;
  /** The access group that it opened; left out by entries written before that was noted. */
  readonly access?: string | null;
  /** Which version of the procedure was used. */
  readonly version?: number | null;
  /** Preconditions that were ticked. */
  readonly preconditions?: readonly string[];
  /** Whose part was measured, where not the vehicle maker's. */
  readonly partMaker?: string | null;
  /** The opening point that a warm-up was judged by, where the procedure states none. */
  readonly opening?: Quantity | null;
  /** With what it was read, and what is to be known of that. */
  readonly instrument?: string | null;
  /** The tester on a known source before and after. */
  readonly proofs?: { readonly before: Quantity | null; readonly after: Quantity | null } | null;
  /** How it was compared, where there were no values to judge by. */
  readonly comparedBy?: Comparison | null;
  readonly swap?: SwapFound | null;
  readonly feed?: FeedFound | null;
  /** A recording, thinned out to be drawn. */
  readonly trace?: KeptTrace | null;
  /** Why the verdict was not followed. */
  readonly overruled?: string | null;
}

function factOf({ minutes, body }: HeldEntry<TestBody>): TestFact {
  const { procedure, title, outcome, access, effects, version = null, place = null } = body;
  return { procedure, title, outcome, minutes, access, effects, version, place };
}

function testText({ title, readings, outcomeLabel, verdict, verdictText, place, note: added }: TestBody): string {
  // A clear verdict is shown as a mark; only one that leaves doubt needs its sentence here.
  const unsure = verdict !== "pass" && verdict !== "fail";
  const values = readings
    .map(({ label, reading }) => `${label ? `${label} ` : ""}${formatReading(reading)}`)
    .join(", ");
  const said = [values, lowerFirst(outcomeLabel), unsure && verdictText ? verdictText : null].filter(Boolean);
  return `${title}${at(place)}: ${said.join("; ")}${note(added)}`;
}

function detailsOf(test: TestBody): readonly string[] {
  const { partMaker, instrument, proofs, overruled, verdict, verdictText, preconditions = [] } = test;
  // Of a recording or a comparison the sentence is the finding, and not only its mark.
  const told =
    (verdict === "pass" || verdict === "fail") && (test.trace || test.comparedBy || test.readings.length > 1);
  return [
    ...(told && verdictText && !overruled ? [verdictText] : []),
    ...(overruled ? [`Verdict overruled (${verdictText}): ${overruled}`] : []),
    ...(proofs?.before && proofs.after
      ? [`Tester proved before (${formatReading(proofs.before)}) and after (${formatReading(proofs.after)})`]
      : []),
    ...(partMaker ? [`Part by ${partMaker}`] : []),
    ...(instrument ? [`Read with ${instrument}`] : []),
    ...(preconditions.length ? [`Held before: ${preconditions.join("; ")}`] : []),
  ];
}

export const test: EntryRule<TestBody> = {
  right: "job.record",
  onClosed: false,
  stays: null,
  adds: ({ tests }, entry) => ({ tests: [...tests, { ...originOf(entry), ...factOf(entry) }] }),
  line: (_, body) => testText(body),
  short: (_, { title }) => shorten(lowerFirst(title)),
  details: detailsOf,
};
