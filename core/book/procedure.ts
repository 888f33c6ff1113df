import type { Spec } from "@/core/measure";
import type { Applies } from "./applies";
import type { VariantSpec } from "./variant-spec";

/** What an outcome of a test says about a cause; strengths stand in `likelihood.ts`. */
export const EFFECT_KINDS = ["proves", "confirms", "supports", "weakens", "clears"] as const;
export type EffectKind = (typeof EFFECT_KINDS)[number];

/** Whether an effect speaks for its cause; the others speak against it. */
export const speaksFor = (effect: EffectKind): boolean => FOR.has(effect);
const FOR: ReadonlySet<EffectKind> = new Set(["proves", "confirms", "supports"]);

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

/** Outcomes that are no finding: they move nothing. */
export const COULD_NOT_TELL = "could-not-tell";
export const NOT_DONE = "not-done";
