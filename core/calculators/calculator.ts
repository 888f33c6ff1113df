import { convert, type Quantity, type Unit } from "@/core/measure";
import type { Finding } from "./finding";

/** One calculator of the bench: what goes in, what comes out, its formula and where that is from. */
export interface Calculator {
  readonly key: string;
  readonly title: string;
  /** The question that it answers. */
  readonly question: string;
  /** As it would stand in a notebook. */
  readonly formula: string;
  readonly source: string;
  readonly inputs: readonly CalculatorInput[];
  /** @param values of every input that was given, each checked against its limits and in the input's own unit */
  readonly compute: (values: Values) => Computed;
}

export type CalculatorInput = NumberInput | ChoiceInput | ListInput;

interface InputBase {
  readonly name: string;
  readonly label: string;
  readonly hint?: string;
  readonly optional?: true;
}

export interface NumberInput extends InputBase {
  readonly kind: "number";
  /** null for a bare number: a count, a ratio. */
  readonly unit: Unit | null;
  readonly least?: number;
  readonly most?: number;
  /** Whether zero itself is taken; `least: 0` alone takes it. */
  readonly above?: number;
  readonly whole?: true;
}

export interface ChoiceInput extends InputBase {
  readonly kind: "choice";
  readonly choices: readonly { readonly value: string; readonly label: string }[];
}

/** Several readings of one kind, in one line. */
export interface ListInput extends InputBase {
  readonly kind: "list";
  readonly unit: Unit;
  readonly least: number;
}

export interface Values {
  /** A number in the input's own unit. @throws Error where the input was not given: only optional ones may be missing */
  number(name: string): number;
  maybe(name: string): number | null;
  choice(name: string): string;
  list(name: string): readonly number[];
}

export interface Line {
  readonly label: string;
  readonly value: Quantity | string;
}

export type Computed =
  | { readonly ok: true; readonly lines: readonly Line[]; readonly finding: Finding }
  | { readonly ok: false; readonly name: string; readonly message: string };

export interface InputProblem {
  readonly name: string;
  readonly message: string;
}

/** What somebody gave, by input: a quantity in any fitting unit, a bare number, the value of a choice, or a list of quantities. */
export type Given = Readonly<Record<string, Quantity | number | string | readonly Quantity[] | undefined>>;

export type Calculated =
  | { readonly ok: true; readonly lines: readonly Line[]; readonly finding: Finding }
  | { readonly ok: false; readonly problems: readonly InputProblem[] };

/** Checks what was given against the inputs and computes. */
export function calculate(calculator: Calculator, given: Given): Calculated {
  const values = new Map<string, number | string | readonly number[]>();
  const problems: InputProblem[] = [];
  for (const input of calculator.inputs) {
    const raw = given[input.name];
    if (raw === undefined || raw === "") {
      if (!input.optional) problems.push({ name: input.name, message: "is needed" });
      continue;
    }
    const read = readInput(input, raw);
    if (typeof read === "object" && "message" in read) problems.push({ name: input.name, message: read.message });
    else values.set(input.name, read);
  }
  if (problems.length) return { ok: false, problems };
  const result = calculator.compute(valuesOf(values));
  return result.ok ? result : { ok: false, problems: [{ name: result.name, message: result.message }] };
}

type Raw = Exclude<Given[string], undefined>;

function readInput(
  input: CalculatorInput,
  raw: Raw,
): number | string | readonly number[] | { readonly message: string } {
  if (input.kind === "choice") {
    const known = input.choices.some(({ value }) => value === raw);
    return known && typeof raw === "string" ? raw : { message: "is none of the choices" };
  }
  if (input.kind === "list") {
    if (!isList(raw)) return { message: "has to be a list of readings" };
    if (raw.length < input.least) return { message: `needs ${input.least} readings at least` };
    return raw.map((quantity) => convert(quantity, input.unit).value);
  }
  const value =
    typeof raw === "number" ? raw : isQuantity(raw) && input.unit ? convert(raw, input.unit).value : Number.NaN;
  return checkNumber(input, value);
}

const isList = (raw: Raw): raw is readonly Quantity[] => Array.isArray(raw);
const isQuantity = (raw: Raw): raw is Quantity => typeof raw === "object" && "unit" in raw;

function checkNumber({ least, most, above, whole }: NumberInput, value: number): number | { readonly message: string } {
  if (!Number.isFinite(value)) return { message: "is no number" };
  if (least !== undefined && value < least) return { message: `must be ${least} or more` };
  if (above !== undefined && value <= above) return { message: `must be more than ${above}` };
  if (most !== undefined && value > most) return { message: `must be ${most} or less` };
  if (whole && !Number.isInteger(value)) return { message: "must be a whole number" };
  return value;
}

function valuesOf(values: ReadonlyMap<string, number | string | readonly number[]>): Values {
  const required = <T>(name: string, value: T | null): T => {
    if (value === null) throw new Error(`calculator: ${name} was not given`);
    return value;
  };
  const maybe = (name: string) => {
    const value = values.get(name);
    return typeof value === "number" ? value : null;
  };
  const textOf = (name: string) => {
    const value = values.get(name);
    return typeof value === "string" ? value : null;
  };
  const listOf = (name: string) => {
    const value = values.get(name);
    return Array.isArray(value) ? (value as readonly number[]) : null;
  };
  return {
    maybe,
    number: (name) => required(name, maybe(name)),
    choice: (name) => required(name, textOf(name)),
    list: (name) => required(name, listOf(name)),
  };
}

/** Short ways to write inputs and results. */
export const quantity = (value: number, unit: Unit): Quantity => ({ value, unit });
/** A result: what was found, and the values that it comes to. */
export const computed = (
  finding: Finding,
  ...lines: readonly (readonly [label: string, value: Quantity | string])[]
): Computed => ({
  ok: true,
  finding,
  lines: lines.map(([label, value]) => ({ label, value })),
});
/** What cannot be worked out, with the input that stands in the way. */
export const impossible = (name: string, message: string): Computed => ({ ok: false, name, message });
