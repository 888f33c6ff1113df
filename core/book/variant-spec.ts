import type { Spec } from "@/core/measure";
import type { Vehicle } from "@/core/vehicle";

/** Where a spec's values are from. */
export type SpecSource = "maker" | "part-maker" | "known-good-here";

/** A spec that holds for some vehicles, or for one maker's part, only. */
export interface VariantSpec {
  /** First and last model year, inclusive; null for any. */
  readonly years: readonly [number, number] | null;
  readonly engines: readonly string[];
  readonly markets: readonly string[];
  /** Whose part is fitted; null for the vehicle maker's own. */
  readonly partMaker: string | null;
  readonly spec: Spec;
  readonly source: SpecSource;
  /** Where it can be looked up: a table, a sheet, a page. */
  readonly reference: string;
}

export interface ChosenSpec {
  readonly spec: Spec;
  /** null where the procedure's own spec holds for every vehicle. */
  readonly from: VariantSpec | null;
}

interface WithSpecs {
  readonly spec: Spec | null;
  readonly specs?: readonly VariantSpec[];
}

/**
 * The spec of a procedure for one vehicle with one maker's part: of those that apply the one that names most, else the one that holds
 * for all. Another maker's part has its own values, so the vehicle maker's never stand in for them.
 * @returns null where there is none: compare with a twin or a known-good part instead
 */
export function specFor(
  { spec, specs = [] }: WithSpecs,
  vehicle: Vehicle,
  partMaker: string | null,
): ChosenSpec | null {
  const fitting = specs.filter((each) => applies(each, vehicle) && each.partMaker === partMaker);
  const [best] = [...fitting].sort((a, b) => narrowness(b) - narrowness(a));
  if (best) return { spec: best.spec, from: best };
  return spec && partMaker === null ? { spec, from: null } : null;
}

/** Whose parts a procedure has values for, beside the vehicle maker's. */
export function partMakersOf({ specs = [] }: WithSpecs, vehicle: Vehicle): readonly string[] {
  return [...new Set(specs.filter((each) => applies(each, vehicle)).flatMap(({ partMaker }) => partMaker ?? []))];
}

function applies({ years, engines, markets }: VariantSpec, { year, engine, market }: Vehicle): boolean {
  return (
    (years === null || (year >= years[0] && year <= years[1])) &&
    (engines.length === 0 || (engine !== null && engines.includes(engine))) &&
    (markets.length === 0 || (market !== null && markets.includes(market)))
  );
}

function narrowness({ years, engines, markets }: VariantSpec): number {
  return (years ? 1 : 0) + (engines.length ? 1 : 0) + (markets.length ? 1 : 0);
}
