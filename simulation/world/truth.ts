import type { CauseKey, KnownCause, Pattern, Procedure, Repair } from "@/core/book";
import type { WorldRules } from "./rules";

/** What is true of a simulated world. The engine sees only the book and the recorded jobs. */
export interface World {
  readonly rules: WorldRules;
  readonly fleet: readonly Model[];
  readonly causes: readonly TrueCause[];
  readonly tests: readonly TrueTest[];
  readonly conditions: readonly string[];
  readonly symptoms: readonly string[];
  /** By system: its circuits, each a list of codes. */
  readonly circuits: ReadonlyMap<string, readonly (readonly string[])[]>;
  readonly book: WrittenBook;
}

/** What the shop has written down, right and wrong. */
export interface WrittenBook {
  readonly causes: readonly KnownCause[];
  readonly procedures: readonly Procedure[];
  readonly repairs: readonly Repair[];
  readonly patterns: readonly Pattern[];
}

export interface Model {
  readonly make: string;
  readonly model: string;
  readonly engines: readonly string[];
  readonly transmission: string;
  readonly share: number;
}

export interface HotSpot {
  readonly engine: string | null;
  readonly model: string | null;
  readonly odometerKm: readonly [number, number] | null;
  readonly times: number;
}

/** How a cause really shows itself: chances of what is told and of what is set. */
export interface Looks {
  readonly symptoms: ReadonlyMap<string, number>;
  readonly conditions: ReadonlyMap<string, number>;
  /** The circuit whose codes it sets, how often, and which of them more. */
  readonly circuit: readonly string[];
  /** The control module that holds them. */
  readonly module: string;
  readonly setsCodes: number;
}

export interface TrueCause extends KnownCause {
  readonly rate: number;
  readonly hot: HotSpot | null;
  readonly looks: Looks;
  readonly repair: Repair;
}

export interface TrueTest {
  readonly procedure: string;
  /** What it tests: a fault of it that nobody has written down shows itself to whoever does. */
  readonly component: string;
  readonly outcomes: readonly string[];
  /** How often each outcome shows, by cause, the normal one first; what is not named behaves like `otherwise`. */
  readonly byCause: ReadonlyMap<CauseKey, readonly number[]>;
  readonly otherwise: readonly number[];
}
