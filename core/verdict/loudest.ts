import { convert, sameDimension, type LikeReading } from "@/core/measure";
import type { Outcome } from "@/core/book";
import { named } from "./outcome-of-verdict";
import { NO_VERDICT, type TestReadings, type TestVerdict } from "./test-verdict";

/** Two places nearer to each other than this are as loud by ear or by a hand-held meter (ISO 3744 puts a survey method at 3 dB). */
const LEAST_LEAD = { dB: 3, "of-ten": 2 } as const;

/** "Rear left" as an outcome's key: rear-left. */
export const pointKey = (label: string) =>
  label
    .trim()
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-|-$/g, "");

/** Where it is loudest, of several points; the outcome is the one that is named after the place. */
export function loudestVerdict(outcomes: readonly Outcome[], readings: TestReadings["readings"]): TestVerdict {
  const stranger = readings.findIndex(
    ({ reading }, at) => "open" in reading || (at > 0 && !sameDimension(reading.unit, unitOf(readings[0]) ?? "dB")),
  );
  if (stranger >= 0)
    return { ok: false, path: `readings[${stranger}].reading.unit`, message: "cannot be compared with the others" };
  const unit = unitOf(readings[0]);
  if (readings.length < 2 || !unit) return NO_VERDICT;
  const ranked = readings
    .flatMap(({ label, reading }) => ("open" in reading ? [] : [{ label, level: convert(reading, unit) }]))
    .sort((a, b) => b.level.value - a.level.value);
  const [first, second] = ranked;
  if (!first || !second) return NO_VERDICT;
  const lead = first.level.value - second.level.value;
  const least = unit === "of-ten" ? LEAST_LEAD["of-ten"] : LEAST_LEAD.dB;
  if (lead < least)
    return {
      ok: true,
      verdict: "cannot-judge",
      outcome: null,
      said: { kind: "too-near", labels: [first.label, second.label] },
    };
  const said = { kind: "loudest" as const, ...first, lead: { value: lead, unit }, next: second.label };
  return { ok: true, verdict: null, said, outcome: named(outcomes, pointKey(first.label)) };
}

const unitOf = (like: LikeReading | undefined) => (like && !("open" in like.reading) ? like.reading.unit : null);
