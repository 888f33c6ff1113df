import "server-only";
import Joi from "joi";
import { isUuid } from "@/core/ids";
import { colderThanAbsoluteZero, isUnit, UNITS } from "@/core/measure";
import { boundsOf } from "@/server/bounds";
import type { InputProblem } from "@/server/commands/refusal";

/** The parts that inputs are made of: one place says how long a name may be or what a key looks like. */

export type Validated<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problems: readonly InputProblem[] };

/** Sentences that stand behind a field's name, in the words of the rest of the product. */
const MESSAGES: Record<string, string> = {
  "any.required": "is needed",
  "any.only": "must be one of {#valids}",
  "any.invalid": "is not valid",
  "any.unknown": "is not known here",
  "object.unknown": "is not known here",
  "object.base": "must be an object",
  "array.base": "must be a list",
  "array.min": "needs {#limit} at least",
  "array.unique": "stands here twice",
  "array.max": "has room for {#limit} at most",
  "boolean.base": "must be true or false",
  "string.base": "must be text",
  "string.empty": "is needed",
  "string.min": "needs {#limit} characters at least",
  "string.max": "has room for {#limit} characters",
  "string.pattern.name": "must be {#name}",
  "string.pattern.base": "is not written as it has to be",
  "number.base": "must be a number",
  "number.infinity": "must be a finite number",
  "number.unsafe": "is too large a number",
  "number.integer": "must be a whole number",
  "number.min": "must be {#limit} or more",
  "number.greater": "must be more than {#limit}",
  "number.max": "must be {#limit} or less",
};

/** Checks a value from outside; every problem is named with its path, and nothing unknown is let in. */
export function validate<T>(schema: Joi.Schema<T>, value: unknown): Validated<T> {
  const { problems: bounds, quoted } = boundsOf(schema, value);
  if (bounds.length) return { ok: false, problems: bounds };
  const result = prepared(schema).validate(value);
  const found = result.error?.details.map(({ path, message }) => ({ path: pathText(path), message })) ?? [];
  const named = new Set(found.map(({ path }) => path));
  const problems = [...found, ...quoted.filter(({ path }) => !named.has(path))];
  return problems.length || result.error ? { ok: false, problems } : { ok: true, value: result.value };
}

// Preparing a schema's messages takes longer than checking a value: once for each schema.
const ready = new WeakMap<Joi.Schema, Joi.Schema>();

function prepared<T>(schema: Joi.Schema<T>): Joi.Schema<T> {
  const known = ready.get(schema);
  if (known) return known;
  const made = schema.prefs({
    abortEarly: false,
    convert: true,
    messages: MESSAGES,
    errors: { wrap: { label: false }, label: "key" },
  });
  ready.set(schema, made);
  return made;
}

function pathText(path: readonly (string | number)[]): string {
  return path.reduce<string>(
    (text, part) => (typeof part === "number" ? `${text}[${part}]` : text ? `${text}.${part}` : part),
    "",
  );
}

/** An id, whatever its kind. */
export const uuid = () =>
  Joi.string().custom((value: string, helpers) => (isUuid(value) ? value : helpers.error("any.invalid")));

/** One line of text; empty and blank count as none. */
export const line = (most: number) =>
  Joi.string()
    .trim()
    .max(most)
    .pattern(/^[^\u0000-\u001f]*$/, "one line of text");
/** One line of text, or null where nothing was said. */
export const optionalLine = (most: number) => line(most).allow(null, "").empty("").default(null);
/** Text of several lines; the database cannot hold the NUL character. */
export const text = (most: number) =>
  Joi.string()
    .trim()
    .max(most)
    .pattern(/^[^\u0000]*$/, "text without control characters");
/** Text of several lines; empty where nothing was said. */
export const optionalText = (most: number) => text(most).allow("").default("");

/** A key of the vocabulary: small letters, digits and hyphens. */
export const key = () => Joi.string().pattern(/^[a-z0-9][a-z0-9-]{0,79}$/, "a word of the book");
/** Working time, in minutes with two decimals at most. */
export const minutes = () => Joi.number().min(0).max(10_000).precision(2);
/** An amount with its currency (ISO 4217). */
export const money = () =>
  Joi.object({
    amount: Joi.number().min(0).max(1e8).precision(2).required(),
    currency: Joi.string()
      .pattern(/^[A-Z]{3}$/)
      .required(),
  });

/** A day of the calendar, as in 2027-03-31. */
export const day = () =>
  Joi.string().custom((value: string, helpers) => {
    const at = new Date(`${value}T00:00:00Z`);
    const isDay =
      /^\d{4}-\d{2}-\d{2}$/.test(value) && !Number.isNaN(at.getTime()) && at.toISOString().startsWith(value);
    return isDay ? value : helpers.message({ custom: "must be a day, as in 2027-03-31" });
  });

/** No two of a list are the same by their key; looked at once each, however many there are. */
export function uniqueBy<Item>(keyOf: (item: Item) => string): Joi.CustomValidator<readonly Item[]> {
  return (list, helpers) => {
    const seen = new Set<string>();
    for (const [at, item] of list.entries()) {
      const key = keyOf(item);
      if (seen.has(key)) return helpers.message({ custom: `holds the same twice: number ${at + 1}` });
      seen.add(key);
    }
    return list;
  };
}

/** One of the units that the product can convert. */
export const unit = () => Joi.string().valid(...UNITS);

/** A value with its unit, not colder than can be. */
export const quantity = () =>
  Joi.object({ value: Joi.number().unsafe().required(), unit: unit().required() }).custom((value, helpers) =>
    isUnit(value.unit) && colderThanAbsoluteZero(value)
      ? helpers.message({ custom: "is colder than absolute zero" })
      : value,
  );

/** A quantity, or an open circuit: which of the two is seen by its field, so that a problem names the field. */
export const reading = () =>
  Joi.object().when(Joi.object({ open: Joi.exist() }).unknown(), {
    then: Joi.object({ open: Joi.boolean().valid(true).required() }),
    otherwise: quantity(),
  });

/** The database counts entries so far. */
export const MOST_SEQ = 2 ** 31 - 1;

/** The number of an entry of a job. */
export const seq = () => Joi.number().integer().min(1).max(MOST_SEQ);

/** Every change to a job names the job and the version it was made on. */
export const jobChange = { jobId: uuid().required(), version: Joi.number().integer().min(0).max(MOST_SEQ).required() };

/** Two entries of a list that are the same in these fields. What is no object is told of by its own rule. */
export const sameIn =
  (...fields: readonly string[]) =>
  (a: unknown, b: unknown): boolean =>
    typeof a === "object" && a !== null && typeof b === "object" && b !== null
      ? fields.every((field) => Reflect.get(a, field) === Reflect.get(b, field))
      : false;
