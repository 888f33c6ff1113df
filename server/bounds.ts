import "server-only";
import type Joi from "joi";
import type { InputProblem } from "@/server/commands/refusal";

/**
 * What is looked at before a value is checked in detail, in one pass over it: that it is not nested without end, that its text can be kept,
 * and that no list is longer than its schema has room for. A check whose work grows faster than its input never sees more than that.
 */

/** Nothing that the product takes is nested deeper than a spec of a variant of a procedure of a casebook; this is twice that. */
export const DEEPEST = 24;
/** More problems than a person reads are not looked for. */
const MOST_PROBLEMS = 20;

/** How long the lists of a schema may be, and what stands in them. */
interface Room {
  /** What the schema takes that JSON writes without quotation marks: text is never read as such. */
  readonly bare: "a number" | "true or false" | null;
  readonly most: number;
  readonly items: Room | null;
  readonly fields: ReadonlyMap<string, Room>;
}

const ROOMS = new WeakMap<Joi.Schema, Room>();

export interface Bounds {
  /** What makes a closer look pointless. */
  readonly problems: readonly InputProblem[];
  /** Text where a number, or true or false, is wanted: a closer look would read it as one. */
  readonly quoted: readonly InputProblem[];
}

/** What is too deep, too long or cannot be kept in a value, by what its schema has room for. */
export function boundsOf(schema: Joi.Schema, value: unknown): Bounds {
  const room = ROOMS.get(schema) ?? roomOf(schema.describe());
  ROOMS.set(schema, room);
  const problems: InputProblem[] = [];
  const quoted: InputProblem[] = [];
  look(value, { room, path: "", depth: 0, problems, quoted });
  return { problems, quoted };
}

interface Place {
  readonly room: Room | null;
  readonly path: string;
  readonly depth: number;
  readonly problems: InputProblem[];
  readonly quoted: InputProblem[];
}

function look(value: unknown, place: Place): void {
  const { path, problems } = place;
  if (problems.length >= MOST_PROBLEMS) return;
  if (typeof value === "string") {
    if (!isKept(value)) problems.push({ path, message: "holds a character that is none, or half of one" });
    else if (place.room?.bare && value.trim()) place.quoted.push({ path, message: `must be ${place.room.bare}` });
    return;
  }
  if (typeof value !== "object" || value === null) return;
  if (place.depth >= DEEPEST) {
    problems.push({ path: path.slice(0, 200), message: `is nested deeper than ${DEEPEST} levels` });
    return;
  }
  if (Array.isArray(value)) lookAtList(value, place);
  else lookAtFields(value, place);
}

function lookAtList(list: readonly unknown[], { room, path, depth, problems, quoted }: Place): void {
  if (room && list.length > room.most) {
    problems.push({ path, message: `has room for ${room.most} at most` });
    return;
  }
  for (const [at, item] of list.entries())
    look(item, { room: room?.items ?? null, path: `${path}[${at}]`, depth: depth + 1, problems, quoted });
}

function lookAtFields(fields: object, { room, path, depth, problems, quoted }: Place): void {
  for (const [name, value] of Object.entries(fields)) {
    if (!isKept(name)) problems.push({ path, message: "has a field whose name is no text" });
    else {
      const inner = path ? `${path}.${name}` : name;
      look(value, { room: room?.fields.get(name) ?? null, path: inner, depth: depth + 1, problems, quoted });
    }
  }
}

/** The database keeps no NUL and no half of a surrogate pair. */
const isKept = (text: string) => text.isWellFormed() && !text.includes("\u0000");

function roomOf(description: Joi.Description): Room {
  const rules = (description["rules"] ?? []) as readonly { name: string; args?: { limit?: unknown } }[];
  const most = rules.find(({ name }) => name === "max")?.args?.limit;
  const [items] = (description["items"] ?? []) as readonly Joi.Description[];
  const keys = Object.entries(keysOf(description));
  return {
    bare: description.type === "number" ? "a number" : description.type === "boolean" ? "true or false" : null,
    most: description.type === "array" && typeof most === "number" ? most : Number.POSITIVE_INFINITY,
    items: items ? roomOf(items) : null,
    fields: new Map(keys.map(([name, each]) => [name, roomOf(each)])),
  };
}

/** The fields of an object, also those that it has in one case or another. */
function keysOf(description: Joi.Description): Record<string, Joi.Description> {
  const own = (description.keys ?? {}) as Record<string, Joi.Description>;
  const whens = (description["whens"] ?? []) as readonly Partial<Record<"then" | "otherwise", Joi.Description>>[];
  const cases = whens.flatMap(({ then, otherwise }) => [then, otherwise]).flatMap((each) => (each ? keysOf(each) : {}));
  return Object.assign({}, ...cases, own) as Record<string, Joi.Description>;
}
