import { colderThanAbsoluteZero, convert, convertDifference, sameDimension, type Quantity } from "./quantity";
import {
  unitOfSpec,
  type Instrument,
  type JudgeContext,
  type NominalSpec,
  type RangeSpec,
  type Reading,
  type Spec,
  type SupplySpec,
} from "./spec";
import { dimensionOf, type Unit } from "./units";

export type Verdict = "pass" | "fail" | "borderline" | "cannot-judge";
export type Side = "low" | "high" | "open";

/** Why a verdict is what it is; `words.ts` makes the sentence. */
export type VerdictReason =
  | "inside"
  | "below"
  | "above"
  | "uncertain"
  | "open-circuit"
  | "open-insulation"
  | "open-meaningless"
  | "no-supply"
  | "supply-low"
  | "above-supply"
  | "no-temperature";

export interface Judgement {
  readonly verdict: Verdict;
  readonly side: Side | null;
  /** In the spec's unit, after compensation; the drop for a supply; null for an open circuit. */
  readonly value: Quantity | null;
  readonly low: Quantity | null;
  readonly high: Quantity | null;
  readonly reason: VerdictReason;
}

/** An input that cannot be judged because it contradicts itself; `path` is as the API names it. */
export interface JudgeProblem {
  readonly path: string;
  readonly message: string;
}

export interface JudgeRequest {
  readonly spec: Spec;
  readonly reading: Reading;
  readonly context?: JudgeContext | null;
  readonly instrument?: Instrument | null;
}

export type JudgeResult =
  | { readonly ok: true; readonly judgement: Judgement }
  | { readonly ok: false; readonly problems: readonly JudgeProblem[] };

/** Limits are inclusive; two roads to the same number may differ in the last bits, and only those are forgiven. */
const ROUNDING = 1e-9;
/** A reading may lie above the battery by so much (two meters, two moments) before it is disbelieved, in volts. */
const ABOVE_SUPPLY_V = 0.2;

/**
 * Judges one reading against one spec.
 *
 * @example judge({ spec: { kind: "range", low: ohm(600), high: ohm(1200) }, reading: ohm(880) }) // pass
 * @returns the judgement, or the problems of a spec that contradicts itself or speaks of another dimension
 */
export function judge(request: JudgeRequest): JudgeResult {
  const problems = problemsOf(request);
  if (problems.length) return { ok: false, problems };
  const { spec } = request;
  if (spec.kind === "supply") return { ok: true, judgement: judgeSupply(spec, request) };
  const band = bandOf(spec);
  if (isOpen(request.reading)) return { ok: true, judgement: judgeOpen(band) };
  const compensation = compensate(spec, request.context ?? null);
  if (compensation === "unknown") return { ok: true, judgement: cannot(band, null, "no-temperature") };
  if (compensation <= 0) return { ok: false, problems: [badFactor()] };
  const asRead = convert(request.reading, band.unit);
  const value = { value: asRead.value / compensation, unit: band.unit };
  const doubt = uncertainty(request.instrument ?? null, asRead) / compensation;
  return { ok: true, judgement: judgeBand(band, value, doubt) };
}

interface Band {
  readonly unit: Unit;
  readonly low: Quantity | null;
  readonly high: Quantity | null;
}

/** A range or a nominal value with tolerance as two limits in one unit: that of `low`, else of `high`. */
function bandOf(spec: RangeSpec | NominalSpec): Band {
  if (spec.kind === "range") {
    const unit = (spec.low ?? spec.high)?.unit;
    if (!unit) throw new Error("judge: a range without ends passed the checks");
    return { unit, low: spec.low ?? null, high: spec.high ? convert(spec.high, unit) : null };
  }
  const { value, unit } = spec.nominal;
  const half = spec.tolerance
    ? convertDifference(spec.tolerance, unit).value
    : (Math.abs(value) * (spec.tolerancePercent ?? 0)) / 100;
  return { unit, low: { value: value - half, unit }, high: { value: value + half, unit } };
}

function judgeBand(band: Band, value: Quantity, doubt: number): Judgement {
  const base = { value, low: band.low, high: band.high };
  const { low, high } = band;
  if (low && spans(value.value, doubt, low.value))
    return { ...base, verdict: "borderline", side: "low", reason: "uncertain" };
  if (high && spans(value.value, doubt, high.value))
    return { ...base, verdict: "borderline", side: "high", reason: "uncertain" };
  if (low && isBelow(value.value, low.value)) return { ...base, verdict: "fail", side: "low", reason: "below" };
  if (high && isBelow(high.value, value.value)) return { ...base, verdict: "fail", side: "high", reason: "above" };
  return { ...base, verdict: "pass", side: null, reason: "inside" };
}

/** Open circuit: infinite resistance, so above any high end and never below a low end; on anything else no reading at all. */
function judgeOpen(band: Band): Judgement {
  const base = { value: null, low: band.low, high: band.high };
  if (dimensionOf(band.unit) !== "resistance")
    return { ...base, verdict: "cannot-judge", side: null, reason: "open-meaningless" };
  if (band.high) return { ...base, verdict: "fail", side: "open", reason: "open-circuit" };
  return { ...base, verdict: "pass", side: null, reason: "open-insulation" };
}

/** The drop between the battery and the place measured, both read at the same moment. */
function judgeSupply(spec: SupplySpec, { reading, context, instrument }: JudgeRequest): Judgement {
  const unit = spec.maxDrop.unit;
  const band: Band = { unit, low: null, high: spec.maxDrop };
  if (isOpen(reading)) return cannot(band, null, "open-meaningless");
  const supply = context?.supply ? convert(context.supply, unit) : null;
  if (!supply) return cannot(band, null, "no-supply");
  const asRead = convert(reading, unit);
  const drop = { value: supply.value - asRead.value, unit };
  if (spec.minSupply && isBelow(supply.value, convert(spec.minSupply, unit).value))
    return cannot(band, drop, "supply-low");
  const margin = convertDifference({ value: ABOVE_SUPPLY_V, unit: "V" }, unit).value;
  if (isBelow(supply.value + margin, asRead.value)) return cannot(band, drop, "above-supply");
  return judgeBand(band, drop, uncertainty(instrument ?? null, asRead));
}

function cannot(band: Band, value: Quantity | null, reason: VerdictReason): Judgement {
  return { verdict: "cannot-judge", side: null, value, low: band.low, high: band.high, reason };
}

/** The factor by which the part's value has grown from `at` to its temperature now. */
function compensate(spec: RangeSpec | NominalSpec, context: JudgeContext | null): number | "unknown" {
  if (spec.perKelvin === undefined || spec.perKelvin === null || !spec.at) return 1;
  if (!context?.temperature) return "unknown";
  const kelvin = convert(context.temperature, "degC").value - convert(spec.at, "degC").value;
  return 1 + spec.perKelvin * kelvin;
}

/** The instrument's share in the reading's unit: percent of the reading plus offset, added straight. */
function uncertainty(instrument: Instrument | null, asRead: Quantity): number {
  const share = (Math.abs(asRead.value) * (instrument?.percent ?? 0)) / 100;
  return share + (instrument?.offset ? convertDifference(instrument.offset, asRead.unit).value : 0);
}

/** Whether the limit lies strictly inside value ± doubt: touching is not spanning. */
function spans(value: number, doubt: number, limit: number): boolean {
  return doubt > 0 && isBelow(value - doubt, limit) && isBelow(limit, value + doubt);
}

/** a < b, but for the last bits. */
function isBelow(a: number, b: number): boolean {
  return b - a > ROUNDING * Math.max(Math.abs(a), Math.abs(b));
}

function isOpen(reading: Reading): reading is { readonly open: true } {
  return "open" in reading;
}

function problemsOf({ spec, reading, context, instrument }: JudgeRequest): JudgeProblem[] {
  return [
    ...problemsOfSpec(spec),
    ...problemsOfReading(spec, reading, instrument ?? null),
    ...otherDimension("context.temperature.unit", context?.temperature, "degC"),
    ...otherDimension("context.supply.unit", context?.supply, "V"),
    ...unbounded("context.supply.value", context?.supply, spec.kind === "supply" ? spec.maxDrop.unit : "V"),
    ...unbounded("context.temperature.value", context?.temperature, "degC"),
    ...cold("context.temperature.value", context?.temperature),
  ];
}

function problemsOfReading(spec: Spec, reading: Reading, instrument: Instrument | null): JudgeProblem[] {
  const unit = unitOfSpec(spec);
  if (!unit) return [];
  const problems = otherDimension("instrument.offset.unit", instrument?.offset, unit);
  if (isOpen(reading)) return problems;
  problems.push(...otherDimension("reading.unit", reading, unit), ...cold("reading.value", reading));
  problems.push(
    ...unbounded("reading.value", reading, unit),
    ...unbounded("instrument.offset.value", instrument?.offset, unit),
  );
  if (instrument?.percent && dimensionOf(unit) === "temperature")
    problems.push({ path: "instrument.percent", message: "a percentage of a temperature has no meaning" });
  return problems;
}

/** What is wrong with a spec in itself: no ends, ends upside down, two tolerances; empty where it can be judged by. */
export function problemsOfSpec(spec: Spec): JudgeProblem[] {
  const problems =
    spec.kind === "range"
      ? problemsOfRange(spec)
      : spec.kind === "nominal"
        ? problemsOfNominal(spec)
        : problemsOfSupply(spec);
  const slope = spec.perKelvin ?? null;
  if (slope !== null && !spec.at)
    problems.push({ path: "spec.perKelvin", message: "needs the temperature the spec holds for (at)" });
  problems.push(...otherDimension("spec.at.unit", spec.at, "degC"), ...cold("spec.at.value", spec.at));
  return problems;
}

function problemsOfRange({ low, high }: RangeSpec): JudgeProblem[] {
  if (!low && !high) return [{ path: "spec", message: "a range needs at least one end" }];
  const problems = [...cold("spec.low.value", low), ...cold("spec.high.value", high)];
  if (!low || !high) return problems;
  if (!sameDimension(low.unit, high.unit))
    return [...problems, { path: "spec.high.unit", message: `cannot be compared with ${low.unit}` }];
  problems.push(...unbounded("spec.low.value", low, low.unit), ...unbounded("spec.high.value", high, low.unit));
  if (isBelow(convert(high, low.unit).value, low.value))
    problems.push({ path: "spec.high", message: "lies below low" });
  return problems;
}

function problemsOfNominal({ nominal, tolerance, tolerancePercent }: NominalSpec): JudgeProblem[] {
  const problems = cold("spec.nominal.value", nominal);
  const percent = tolerancePercent ?? null;
  if ((tolerance ? 1 : 0) + (percent !== null ? 1 : 0) !== 1)
    problems.push({ path: "spec", message: "a nominal value needs one tolerance: tolerance or tolerancePercent" });
  if ((tolerance?.value ?? 0) < 0) problems.push({ path: "spec.tolerance.value", message: "must not be negative" });
  if ((percent ?? 0) < 0) problems.push({ path: "spec.tolerancePercent", message: "must not be negative" });
  if (percent !== null && dimensionOf(nominal.unit) === "temperature")
    problems.push({ path: "spec.tolerancePercent", message: "a percentage of a temperature has no meaning" });
  problems.push(...unbounded("spec.nominal.value", nominal, nominal.unit));
  problems.push(...unbounded("spec.tolerance.value", tolerance, nominal.unit));
  return [...problems, ...otherDimension("spec.tolerance.unit", tolerance, nominal.unit)];
}

/** A number that JSON can write may be too large for the unit that it is judged in. */
function unbounded(path: string, quantity: Quantity | null | undefined, unit: Unit): JudgeProblem[] {
  if (!quantity || !sameDimension(quantity.unit, unit) || Number.isFinite(convert(quantity, unit).value)) return [];
  return [{ path, message: `is no finite number in ${unit}` }];
}

function problemsOfSupply({ maxDrop, minSupply }: SupplySpec): JudgeProblem[] {
  const problems = [
    ...otherDimension("spec.maxDrop.unit", maxDrop, "V"),
    ...otherDimension("spec.minSupply.unit", minSupply, "V"),
  ];
  if (maxDrop.value < 0) problems.push({ path: "spec.maxDrop.value", message: "must not be negative" });
  return problems;
}

function otherDimension(path: string, quantity: Quantity | null | undefined, expected: Unit): JudgeProblem[] {
  if (!quantity || sameDimension(quantity.unit, expected)) return [];
  return [{ path, message: `${quantity.unit} cannot be compared with ${expected}` }];
}

function cold(path: string, quantity: Quantity | null | undefined): JudgeProblem[] {
  return quantity && colderThanAbsoluteZero(quantity) ? [{ path, message: "is colder than absolute zero" }] : [];
}

function badFactor(): JudgeProblem {
  return { path: "spec.perKelvin", message: "gives a factor of zero or less at this temperature" };
}
