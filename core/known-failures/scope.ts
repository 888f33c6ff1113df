import { appliesTo, type Applies } from "@/core/book";
import type { Vehicle } from "@/core/vehicle";

/** What a way of use is called. */
export const USE_WORDS: Readonly<Record<string, string>> = {
  towing: "towing",
  "short-trips": "short trips",
  salt: "salted roads",
  heat: "great heat",
  loaded: "always loaded",
  unpaved: "unpaved roads",
};

/** "Tarrow Packet, 2016 to 2018, engine D21K"; all vehicles where it names none. */
export function scopeText(applies: Applies): string {
  const { make, models, years, engines, transmissions, markets, drives = [], sisters = [], built, uses = [] } = applies;
  const parts = [
    [make, models.join(", ")].filter(Boolean).join(" "),
    sisters.length > 0 && `and ${sisters.map((sister) => `${sister.make} ${sister.model}`).join(", ")}`,
    years && (years[0] === years[1] ? String(years[0]) : `${years[0]} to ${years[1]}`),
    built && `built ${built[0]} to ${built[1]}`,
    engines.length > 0 && `engine ${engines.join(", ")}`,
    transmissions.length > 0 && `transmission ${transmissions.join(", ")}`,
    drives.length > 0 && `${drives.join(", ")} drive`,
    markets.length > 0 && `built for ${markets.join(", ")}`,
    uses.length > 0 && `used for ${uses.map((use) => USE_WORDS[use] ?? use).join(", ")}`,
  ];
  return parts.filter(Boolean).join(", ") || "all vehicles";
}

/** Whether two scopes may speak of the same vehicle: what either leaves open holds with any. */
export function overlaps(a: Applies, b: Applies): boolean {
  const share = (one: readonly string[], other: readonly string[]) =>
    !one.length || !other.length || one.some((each) => other.includes(each));
  const ownModels = (!a.make || !b.make || a.make === b.make) && share(a.models, b.models);
  return (
    (ownModels || namesSister(a, b) || namesSister(b, a)) &&
    (!a.years || !b.years || (a.years[0] <= b.years[1] && b.years[0] <= a.years[1])) &&
    share(a.engines, b.engines) &&
    share(a.transmissions, b.transmissions) &&
    share(a.markets, b.markets)
  );
}

const namesSister = ({ sisters = [] }: Applies, { make, models }: Applies): boolean =>
  sisters.some((sister) => (!make || sister.make === make) && (!models.length || models.includes(sister.model)));

/** A scope that holds both; what either leaves open is open. */
export function widened(a: Applies, b: Applies): Applies {
  const both = (one: readonly string[] = [], other: readonly string[] = []) =>
    one.length && other.length ? [...new Set([...one, ...other])] : [];
  return {
    make: a.make === b.make ? a.make : null,
    models: both(a.models, b.models),
    years: a.years && b.years ? [Math.min(a.years[0], b.years[0]), Math.max(a.years[1], b.years[1])] : null,
    engines: both(a.engines, b.engines),
    transmissions: both(a.transmissions, b.transmissions),
    markets: both(a.markets, b.markets),
    drives: both(a.drives, b.drives),
    sisters: [...(a.sisters ?? []), ...(b.sisters ?? [])],
    built: a.built && b.built ? [earlier(a.built[0], b.built[0]), later(a.built[1], b.built[1])] : null,
    uses: both(a.uses, b.uses),
  };
}

const earlier = (a: string, b: string) => (a < b ? a : b);
const later = (a: string, b: string) => (a > b ? a : b);

/** A variant of one model year, with the vehicles of it on record and those of them that had the failure. */
export interface VariantYear extends Vehicle {
  readonly vehicles: number;
  readonly failed: number;
}

export interface GridRow {
  readonly name: string;
  /** By year, in the order of the grid's years. */
  readonly cells: readonly { readonly isIn: boolean; readonly vehicles: number; readonly failed: number }[];
}

export interface Grid {
  readonly years: readonly number[];
  readonly rows: readonly GridRow[];
}

/** Beyond it a grid is no picture any more. */
const MOST_YEARS = 24;

/**
 * Where a known failure applies, as variants by years: its rules held against every variant on record, of the models that it speaks of and those beside
 * them. What the rules ask that no record holds (month, use) is given the benefit of the doubt.
 */
export function scopeGrid(applies: Applies, variants: readonly VariantYear[]): Grid {
  const speaksOf = variants.filter((variant) => appliesTo({ ...applies, years: null, built: null }, variant));
  const models = new Set(speaksOf.map(({ make, model }) => `${make} ${model}`));
  const shown = variants.filter(({ make, model }) => models.has(`${make} ${model}`));
  const seen = shown.map(({ year }) => year);
  const [first, last] = [
    Math.min(...seen, applies.years?.[0] ?? Infinity),
    Math.max(...seen, applies.years?.[1] ?? -Infinity),
  ];
  if (!Number.isFinite(first) || !Number.isFinite(last)) return { years: [], rows: [] };
  const years = Array.from({ length: Math.min(MOST_YEARS, last - first + 1) }, (_, at) => first + at);
  const rows = new Map<string, VariantYear[]>();
  for (const variant of shown) {
    const name = [variant.make, variant.model, variant.engine, variant.transmission].filter(Boolean).join(" ");
    rows.set(name, [...(rows.get(name) ?? []), variant]);
  }
  return {
    years,
    rows: [...rows]
      .sort(([a], [b]) => a.localeCompare(b))
      .map(([name, own]) => ({ name, cells: years.map((year) => cellOf(applies, own, year)) })),
  };
}

function cellOf(applies: Applies, own: readonly VariantYear[], year: number): GridRow["cells"][number] {
  const [like] = own;
  const here = own.filter((variant) => variant.year === year);
  return {
    isIn: like !== undefined && appliesTo(applies, { ...like, year }),
    vehicles: here.reduce((sum, { vehicles }) => sum + vehicles, 0),
    failed: here.reduce((sum, { failed }) => sum + failed, 0),
  };
}
