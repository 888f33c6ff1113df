import type { Spec } from "@/core/measure";
import type { Vehicle } from "@/core/vehicle";
import type { Cause } from "./cause";
import type { VariantSpec } from "./variant-spec";

/** What an outcome of a test says about a cause; strengths stand in `likelihood.ts`. */
export const EFFECTS = ["proves", "confirms", "supports", "weakens", "clears"] as const;
export type EffectKind = (typeof EFFECTS)[number];

export interface Effect {
  readonly component: string;
  /** null speaks of every failure of the component. */
  readonly failure: string | null;
  readonly effect: EffectKind;
}

export interface Outcome {
  readonly key: string;
  readonly label: string;
  readonly effects: readonly Effect[];
}

/**
 * How a procedure's findings are judged: a reading against a spec (or a choice, where there is none); like things by each other; proof,
 * measurement and proof; the suspect beside a good one; before against after; the loudest place; swapped with its twin; fed directly;
 * a recording over time.
 */
export const PROCEDURE_KINDS = [
  "value",
  "several",
  "high-voltage",
  "beside-good",
  "before-after",
  "loudest",
  "swap",
  "direct-feed",
  "trace",
] as const;
export type ProcedureKind = (typeof PROCEDURE_KINDS)[number];

/** How a recording is looked at: against limits, as a warm-up behind a thermostat, as a pressure or vacuum that is held. */
export const TRACE_LOOKS = ["limits", "warm-up", "leak"] as const;
export type TraceLook = (typeof TRACE_LOOKS)[number];

export interface Procedure {
  readonly key: string;
  readonly title: string;
  readonly component: string | null;
  /** The work itself; access comes on top, once a job. */
  readonly minutes: number;
  readonly access: string | null;
  readonly accessMinutes: number;
  readonly tools: readonly string[];
  readonly cautions: readonly string[];
  readonly kind: ProcedureKind;
  /** What it answers; empty where the title says it. */
  readonly question: string;
  readonly place: string;
  /** What has to hold before it starts: "engine cold", "battery 12.4 V at least". */
  readonly preconditions: readonly string[];
  readonly steps: readonly string[];
  /** Those of its steps that have a picture. */
  readonly pictured: readonly string[];
  /** What is compared, where the procedure names it: cylinders, wheels, places to listen at. */
  readonly points: readonly string[];
  /** How a recording is looked at; null for other kinds. */
  readonly look: TraceLook | null;
  readonly spec: Spec | null;
  /** Values that hold for some vehicles or some maker's part only. */
  readonly specs: readonly VariantSpec[];
  /** Counts every change; a job keeps the one it used. */
  readonly version: number;
  readonly outcomes: readonly Outcome[];
  /** Written down by somebody, and not yet taken into the book by a lead. */
  readonly proposed: boolean;
  /** The vehicles it is for; null for any. */
  readonly applies: Applies | null;
  /** A cheap look at what others rely on: battery, fuse, earth, level, pressure. What is found wrong there spoils later tests. */
  readonly basic?: boolean;
  /** It stands in the book by general practice, not by this shop's experience. */
  readonly general?: boolean;
}

/** How often a component that fails brings a symptom, by general practice. */
export const OFTENNESS = ["often", "sometimes", "rarely"] as const;
export type Oftenness = (typeof OFTENNESS)[number];

/** General practice: a component that commonly brings a symptom. */
export interface Link {
  readonly symptom: string;
  readonly component: string;
  readonly often: Oftenness;
}

/** What a vehicle must be to have a component: one of each list; an empty list asks for nothing. */
export interface Needs {
  readonly fuels: readonly string[];
  readonly drives: readonly string[];
  readonly gearboxes: readonly string[];
  readonly equipment: readonly string[];
  readonly markets: readonly string[];
}

export const NEEDS_NOTHING: Needs = { fuels: [], drives: [], gearboxes: [], equipment: [], markets: [] };

/** Whether a vehicle can have what needs this; what is not stated of it is given the benefit of the doubt. */
export function canHave(needs: Needs, vehicle: Vehicle): boolean {
  const fits = (list: readonly string[], value: string | null | undefined) =>
    list.length === 0 || !value || list.includes(value);
  const equipment = vehicle.equipment?.map((each) => each.toLowerCase());
  return (
    fits(needs.fuels, vehicle.fuel) &&
    fits(needs.drives, vehicle.drive) &&
    fits(needs.gearboxes, vehicle.gearbox) &&
    fits(needs.markets, vehicle.market) &&
    (!equipment || needs.equipment.every((each) => equipment.includes(each.toLowerCase())))
  );
}

export interface Money {
  readonly amount: number;
  /** ISO 4217 */
  readonly currency: string;
}

export interface Fix extends Cause {
  readonly minutes: number;
  readonly access: string | null;
  readonly accessMinutes: number;
  readonly partsCost: Money;
}

/** How far a pattern is to be believed; hearsay never outranks the shop's own proved jobs. */
export const GRADES = ["hearsay", "bulletin", "seen", "proved"] as const;
export type Grade = (typeof GRADES)[number];

/** Which vehicles a pattern speaks of: an empty list means any. */
export interface Applies {
  readonly make: string | null;
  readonly models: readonly string[];
  /** First and last model year, inclusive. */
  readonly years: readonly [number, number] | null;
  readonly engines: readonly string[];
  readonly transmissions: readonly string[];
  readonly markets: readonly string[];
}

export interface Pattern extends Cause {
  readonly key: string;
  readonly title: string;
  readonly applies: Applies;
  readonly odometerKm: readonly [number, number] | null;
  readonly evidence: Grade;
  readonly symptoms: readonly string[];
  readonly codes: readonly string[];
  readonly confirmBy: string | null;
  readonly note: string;
}

/** Whether a pattern speaks of this vehicle at this odometer; an unknown odometer is given the benefit of the doubt. */
export function patternApplies(pattern: Pattern, vehicle: Vehicle, odometerKm: number | null): boolean {
  const window = pattern.odometerKm;
  return (
    appliesTo(pattern.applies, vehicle) &&
    (window === null || odometerKm === null || (odometerKm >= window[0] && odometerKm <= window[1]))
  );
}

/** Whether something of the book is for this vehicle. */
export function appliesTo(applies: Applies, vehicle: Vehicle): boolean {
  const { make, models, years, engines, transmissions, markets } = applies;
  return (
    (make === null || make === vehicle.make) &&
    among(models, vehicle.model) &&
    (years === null || (vehicle.year >= years[0] && vehicle.year <= years[1])) &&
    among(engines, vehicle.engine) &&
    among(transmissions, vehicle.transmission) &&
    among(markets, vehicle.market)
  );
}

function among(list: readonly string[], value: string | null): boolean {
  return list.length === 0 || (value !== null && list.includes(value));
}

/** Outcomes that are no finding: they move nothing. */
export const COULD_NOT_TELL = "could-not-tell";
export const NOT_DONE = "not-done";
