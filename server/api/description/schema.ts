import "server-only";
import type Joi from "joi";

/** A schema of the description: JSON Schema 2020-12, which OpenAPI 3.1 takes as it is. */
export type Schema = Readonly<Record<string, unknown>>;

/** What a Joi schema takes, in JSON Schema. Joi's own rules in code (a check digit, a word of the book) cannot be said there. */
export function jsonSchemaOf(schema: Joi.Schema): Schema {
  return withNulls(schema["~standard"].jsonSchema.input({ target: "draft-2020-12" })) as Schema;
}

/** Joi tells of null in a value's type, and forgets it among the values to choose from. */
function withNulls(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(withNulls);
  if (typeof value !== "object" || value === null) return value;
  const fields = Object.fromEntries(Object.entries(value).map(([name, each]) => [name, withNulls(each)]));
  const { type, enum: choices } = fields;
  if (Array.isArray(type) && type.includes("null") && Array.isArray(choices) && !choices.includes(null))
    return { ...fields, enum: [...choices, null] };
  return fields;
}

/** One of the shapes that have a name. */
export const ref = (name: string): Schema => ({ $ref: `#/components/schemas/${name}` });
export const text: Schema = { type: "string" };
export const number: Schema = { type: "number" };
export const whole: Schema = { type: "integer" };
export const flag: Schema = { type: "boolean" };
/** One of these values. */
export const oneOf = (values: readonly unknown[]): Schema => ({ enum: values });
/** This, or null. */
export const orNull = (schema: Schema): Schema => ({ anyOf: [schema, { type: "null" }] });
/** A list of these. */
export const listOf = (items: Schema): Schema => ({ type: "array", items });

/** An object; a field whose name ends in "?" may be left out. */
export function object(fields: Readonly<Record<string, Schema>>, description?: string): Schema {
  const names = Object.keys(fields);
  return {
    type: "object",
    ...(description ? { description } : {}),
    properties: Object.fromEntries(names.map((name) => [name.replace(/\?$/, ""), fields[name]])),
    required: names.filter((name) => !name.endsWith("?")),
  };
}
