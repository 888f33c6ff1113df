import type { Procedure, TestReadings } from "@/core/diagnosis";
import {
  readReading,
  type Instrument,
  type LikeReading,
  type Quantity,
  type Reading,
  type Spec,
  type Unit,
} from "@/core/measure";

/** A test while it runs: all of it is text, so that it can be kept on this machine through a reload. */
export interface TestDraft {
  /** Milliseconds since 1970, null until it was started. */
  readonly startedAt: number | null;
  readonly rows: readonly { readonly label: string; readonly text: string }[];
  readonly unit: Unit | null;
  readonly supply: string;
  readonly temperature: string;
  readonly proofBefore: string;
  readonly proofAfter: string;
  readonly ticked: readonly string[];
  readonly partMaker: string | null;
  readonly instrumentId: string | null;
  readonly outcome: string | null;
  readonly overruled: string;
  readonly sure: boolean;
  readonly minutes: string;
  readonly note: string;
}

/** Four cylinders, four wheels: so many rows stand ready where like things are compared. */
const LIKE_ROWS = 4;

export function newDraft({ kind }: Procedure, minutes: number): TestDraft {
  const count = kind === "several" ? LIKE_ROWS : 1;
  return {
    startedAt: null,
    rows: Array.from({ length: count }, (_, at) => ({ label: kind === "several" ? `No. ${at + 1}` : "", text: "" })),
    ...{ unit: null, supply: "", temperature: "", proofBefore: "", proofAfter: "" },
    ...{ ticked: [], partMaker: null, instrumentId: null, outcome: null, overruled: "", sure: false },
    ...{ minutes: String(minutes), note: "" },
  };
}

export function unitOfSpec(spec: Spec | null): Unit | null {
  if (!spec) return null;
  if (spec.kind === "range") return (spec.low ?? spec.high)?.unit ?? null;
  return spec.kind === "nominal" ? spec.nominal.unit : spec.maxDrop.unit;
}

/** What the rows read, as far as they are readings. */
export function readingsOf({ rows }: TestDraft, unit: Unit): readonly LikeReading[] {
  return rows.flatMap(({ label, text }) => {
    const reading = text.trim() ? readReading(text, unit) : null;
    return reading ? [{ label, reading }] : [];
  });
}

/** Texts that were written and are no readings. */
export function unreadable(
  { rows, supply, temperature, proofBefore, proofAfter }: TestDraft,
  unit: Unit,
): readonly string[] {
  const others = [
    ...[supply, proofBefore, proofAfter].map((text) => [text, "V"] as const),
    [temperature, "degC"] as const,
    ...rows.map(({ text }) => [text, unit] as const),
  ];
  return others.flatMap(([text, own]) => (text.trim() && !readReading(text, own) ? [text] : []));
}

export function quantityOf(text: string, unit: Unit): Quantity | null {
  const reading: Reading | null = text.trim() ? readReading(text, unit) : null;
  return reading && !("open" in reading) ? reading : null;
}

/** What the core judges, and the server is sent. */
export function testReadings(draft: TestDraft, unit: Unit, instrument: Instrument | null): TestReadings {
  const before = quantityOf(draft.proofBefore, "V");
  const after = quantityOf(draft.proofAfter, "V");
  return {
    readings: readingsOf(draft, unit),
    context: { supply: quantityOf(draft.supply, "V"), temperature: quantityOf(draft.temperature, "degC") },
    instrument,
    proofs: before || after ? { before, after } : null,
  };
}
