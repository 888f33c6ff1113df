import type { Comparison, FeedFound, SwapFound, TestReadings } from "@/core/verdict";
import type { Procedure, ProcedureKind } from "@/core/book";
import {
  numberDoubt,
  readReading,
  unitOfSpec,
  unitsLike,
  UNITS,
  type DecimalSign,
  type Instrument,
  type LikeReading,
  type Quantity,
  type Reading,
  type Spec,
  type Unit,
} from "@/core/measure";
import type { KeptTrace } from "@/core/trace";

/** A test while it runs: all of it is text, so that it can be kept on this machine through a reload. */
export interface TestDraft {
  /** Milliseconds since 1970, null until it was started. */
  readonly startedAt: number | null;
  readonly rows: readonly { readonly label: string; readonly text: string }[];
  readonly unit: Unit | null;
  /** How it is compared where there are no values to judge by. */
  readonly comparedBy: Comparison | null;
  readonly swap: { readonly first: string; readonly second: string; readonly shows: SwapFound["shows"] | null };
  readonly feed: FeedFound;
  readonly trace: KeptTrace | null;
  readonly supply: string;
  readonly temperature: string;
  readonly proofBefore: string;
  readonly proofAfter: string;
  readonly ticked: readonly string[];
  readonly partMaker: string | null;
  /** The opening point of a warm-up, as typed. */
  readonly opening?: string;
  readonly instrumentId: string | null;
  readonly outcome: string | null;
  readonly overruled: string;
  readonly sure: boolean;
  readonly minutes: string;
  readonly note: string;
  /** Where on the vehicle, where the part is there more than once. */
  readonly where?: string;
}

/** Four cylinders, four wheels: so many rows stand ready where the procedure does not name what is compared. */
const LIKE_ROWS = 4;

/** The rows that a kind of test begins with. */
export function rowsFor(kind: ProcedureKind, points: readonly string[]): TestDraft["rows"] {
  const empty = (labels: readonly string[]) => labels.map((label) => ({ label, text: "" }));
  switch (kind) {
    case "several":
    case "loudest":
      return empty(points.length ? points : Array.from({ length: LIKE_ROWS }, (_, at) => `No. ${at + 1}`));
    case "beside-good":
      return empty(["known good", "suspect"]);
    case "before-after":
      return empty(["before", "after"]);
    default:
      return empty([""]);
  }
}

export function newDraft({ kind, points }: Procedure, minutes: number, partMaker: string | null): TestDraft {
  return {
    startedAt: null,
    rows: rowsFor(kind, points),
    comparedBy: null,
    trace: null,
    feed: { runs: null, commanded: null },
    swap: { first: points[0] ?? "", second: points[1] ?? "", shows: null },
    unit: null,
    supply: "",
    temperature: "",
    proofBefore: "",
    proofAfter: "",
    ticked: [],
    partMaker,
    opening: "",
    instrumentId: null,
    outcome: null,
    overruled: "",
    sure: false,
    minutes: String(minutes),
    note: "",
    where: "",
  };
}

/** The unit that readings of a test are in until another is chosen. */
export function baseUnit(kind: ProcedureKind, spec: Spec | null): Unit {
  if (kind === "high-voltage") return "V";
  if (kind === "loudest") return "of-ten";
  return (spec && unitOfSpec(spec)) ?? "ohm";
}

/** The units to choose from: like things without a spec can be anything that is measured. */
export function unitsFor(kind: ProcedureKind, spec: Spec | null): readonly Unit[] {
  if (kind === "loudest") return ["of-ten", "dB"];
  return spec ? unitsLike(baseUnit(kind, spec)) : UNITS;
}

/** What the rows read, as far as they are readings. */
export function readingsOf({ rows }: TestDraft, unit: Unit, decimal: DecimalSign): readonly LikeReading[] {
  return rows.flatMap(({ label, text }) => {
    const reading = text.trim() ? readReading(text, unit, decimal) : null;
    return reading ? [{ label, reading }] : [];
  });
}

/** Texts that were written and are no readings. */
export function unreadable(
  { rows, supply, temperature, opening = "", proofBefore, proofAfter }: TestDraft,
  unit: Unit,
): readonly string[] {
  const others = [
    ...[supply, proofBefore, proofAfter].map((text) => [text, "V"] as const),
    ...[temperature, opening].map((text) => [text, "degC"] as const),
    ...rows.map(({ text }) => [text, unit] as const),
  ];
  return others.flatMap(([text, own]) => (text.trim() && !readReading(text, own) ? [text] : []));
}

export function quantityOf(text: string, unit: Unit, decimal: DecimalSign): Quantity | null {
  const reading: Reading | null = text.trim() ? readReading(text, unit, decimal) : null;
  return reading && !("open" in reading) ? reading : null;
}

/** What the core judges, and the server is sent. */
export function testReadings(
  draft: TestDraft,
  unit: Unit,
  { instrument, decimal }: { readonly instrument: Instrument | null; readonly decimal: DecimalSign },
): TestReadings {
  const before = quantityOf(draft.proofBefore, "V", decimal);
  const after = quantityOf(draft.proofAfter, "V", decimal);
  return {
    readings: readingsOf(draft, unit, decimal),
    ticked: draft.ticked,
    context: {
      supply: quantityOf(draft.supply, "V", decimal),
      temperature: quantityOf(draft.temperature, "degC", decimal),
    },
    instrument,
    proofs: before || after ? { before, after } : null,
    swap: draft.swap.shows && { ...draft.swap, shows: draft.swap.shows },
    feed: draft.feed.runs === null ? null : draft.feed,
    trace: draft.trace,
  };
}

/** What was typed and can be two numbers: how each was understood. */
export function numbersInDoubt(draft: TestDraft, decimal: DecimalSign): readonly string[] {
  const { rows, supply, temperature, opening = "", proofBefore, proofAfter } = draft;
  const typed = [...rows.map(({ text }) => text), supply, temperature, opening, proofBefore, proofAfter];
  return typed.flatMap((text) => numberDoubt(text, decimal) ?? []);
}
