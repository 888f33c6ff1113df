/** Requests that nobody means well with: every field of every call that the API describes, with every kind of wrong value. */

type Schema = Readonly<Record<string, unknown>>;

/** Of the API's own description (`GET /api/v1/openapi.json`), what is looked at here. */
export interface Described {
  readonly paths: Readonly<Record<string, Readonly<Record<string, Operation>>>>;
  readonly components: { readonly schemas: Readonly<Record<string, Schema>> };
}

interface Operation {
  readonly parameters?: readonly { readonly name: string; readonly in: string }[];
  readonly requestBody?: { readonly content: Readonly<Record<string, { readonly schema: Schema }>> };
}

export interface HostileRequest {
  readonly method: string;
  readonly path: string;
  readonly body: string | null;
  /** "record-note: text = a NUL" */
  readonly what: string;
}

/** What stands where a request names a thing that is there: without it nothing gets past the first look-up. */
export interface Known {
  readonly jobId: string;
  readonly version: number;
  /** What stands in fields of some names: words that the book has. */
  readonly words?: Readonly<Record<string, string>>;
}

/** What comes in place of a value; written as JSON, since some of it no value of this language can say. */
const KINDS: readonly (readonly [string, string])[] = [
  ["null", "null"],
  ["nothing", '""'],
  ["blanks", '"   "'],
  ["true", "true"],
  ["a digit as text", '"1"'],
  ["zero", "0"],
  ["minus one", "-1"],
  ["a fraction", "0.1"],
  ["beyond every float", "1e999"],
  ["the largest float", "1.7976931348623157e308"],
  ["beyond a whole number", "9007199254740993"],
  ["beyond 32 bits", "2147483648"],
  ["minus zero", "-0"],
  ["NaN as text", '"NaN"'],
  ["an empty list", "[]"],
  ["a list in a list", "[[[]]]"],
  ["a list of nulls", "[null,null]"],
  ["a thousand in a list", `[${Array.from({ length: 1000 }, () => '"a"').join(",")}]`],
  ["an empty object", "{}"],
  ["a prototype", '{"__proto__":{"admin":true},"constructor":{"prototype":{}}}'],
  ["a long text", `"${"long ".repeat(20_000)}"`],
  ["a NUL", '"a\\u0000b"'],
  ["half a character", '"\\ud800"'],
  ["its other half", '"\\udc00 after"'],
  ["right to left", '"\\u202Eevil\\u202C"'],
  ["marks without a letter", `"${"\\u0301".repeat(200)}"`],
  ["emoji", '"\\ud83d\\ude97\\ud83d\\udd27"'],
  ["control signs", '"\\u0001\\u001b[2J\\r\\n"'],
  ["a quote", '"\'; drop table job; --"'],
  ["a wildcard", '"%_\\\\%"'],
  ["markup", '"<script>alert(1)</script>"'],
  ["a formula", "\"=cmd|' /C calc'!A0\""],
  ["a path", '"../../../../etc/passwd"'],
  ["a template", '"${7*7}{{7*7}}"'],
  ["a pattern", '"(a+)+$"'],
  ["a date that is none", '"2026-02-30T25:61:00Z"'],
  ["a date long ago", '"-271821-04-20T00:00:00Z"'],
  ["an id of nothing", '"00000000-0000-0000-0000-000000000000"'],
  ["an id that is none", '"not-an-id"'],
  ["a key of everybody's", '"__proto__"'],
];

/** One request for each call that takes a body, as somebody would send it who means well and says no more than is asked for. */
export function* plainRequests(description: Described, known: Known): Generator<HostileRequest> {
  const sampler = new Sampler(description, known, true);
  for (const [path, operations] of Object.entries(description.paths))
    for (const [method, { requestBody }] of Object.entries(operations)) {
      const schema = requestBody?.content["application/json"]?.schema;
      if (!schema) continue;
      const body = JSON.stringify(sampler.sample(schema, ""));
      yield { method: method.toUpperCase(), path: filledIn(path, known, null), body, what: path };
    }
}

/** Stands in a sample where a wrong value goes in. */
const HOLE = " hole ";
const MOST_DEPTH = 6;

/** All of them, in the order of the description. */
export function* hostileRequests(description: Described, known: Known): Generator<HostileRequest> {
  for (const [path, operations] of Object.entries(description.paths))
    for (const [method, operation] of Object.entries(operations)) {
      yield* inAddress(method, path, operation, known);
      const schema = operation.requestBody?.content["application/json"]?.schema;
      if (schema) yield* inBody(method.toUpperCase(), path, new Sampler(description, known), schema);
    }
}

function* inAddress(method: string, path: string, operation: Operation, known: Known): Generator<HostileRequest> {
  // A body that is wrong is asked for by itself; a stream never ends.
  if (method !== "get" || path.endsWith("/live")) return;
  for (const { name, in: where } of operation.parameters ?? []) {
    if (where !== "path" && where !== "query") continue;
    for (const [kind, json] of KINDS) {
      const text = encodeURIComponent(json.replace(/^"|"$/g, "").slice(0, 2000));
      const filled = filledIn(path, known, where === "path" ? { name, text } : null);
      yield {
        method: "GET",
        path: where === "query" ? `${filled}?${encodeURIComponent(name)}=${text}` : filled,
        body: null,
        what: `${path}: ${name} = ${kind}`,
      };
    }
  }
}

function filledIn(path: string, known: Known, wrong: { readonly name: string; readonly text: string } | null): string {
  return path.replace(/\{(\w+)\}/g, (_, name: string) => (wrong?.name === name ? wrong.text : known.jobId));
}

function* inBody(method: string, path: string, sampler: Sampler, schema: Schema): Generator<HostileRequest> {
  const address = filledIn(path, sampler.known, null);
  const send = (body: string, what: string): HostileRequest => ({
    method,
    path: address,
    body,
    what: `${path}: ${what}`,
  });
  const whole = JSON.stringify(sampler.sample(schema, ""));
  for (const [what, body] of [
    ["no JSON", "{"],
    ["no body", ""],
    ["half a body", whole.slice(0, Math.ceil(whole.length / 2))],
    ["two bodies", whole + whole],
    ["a list", `[${whole}]`],
    ["a field too many", whole.replace(/^\{/, '{"nobody":1,')],
    ["a field twice", whole.replace(/^\{("[^"]+"):/, "{$1:null,$1:")],
    ["nested without end", "[".repeat(50_000)],
  ] as const)
    yield send(body, what);
  for (const at of sampler.placesIn(schema)) {
    const name = at.join(".");
    const holed = JSON.stringify(sampler.sample(schema, "", at));
    for (const [kind, json] of KINDS)
      yield send(
        holed.replace(JSON.stringify(HOLE), () => json),
        `${name} = ${kind}`,
      );
    yield send(
      JSON.stringify(sampler.sample(schema, "", at), (_, value: unknown) => (value === HOLE ? undefined : value)),
      `without ${name}`,
    );
  }
}

/** Makes up what a schema takes. */
class Sampler {
  constructor(
    private readonly description: Described,
    readonly known: Known,
    /** Without the fields that may be left out. */
    private readonly isLean = false,
  ) {}

  /** Every place in it where a value stands; "*" is each of a list. */
  placesIn(given: Schema, depth = 0): readonly (readonly string[])[] {
    const schema = this.resolved(given);
    if (depth >= MOST_DEPTH) return [];
    const below = (name: string, inner: Schema) => [
      [name],
      ...this.placesIn(inner, depth + 1).map((rest) => [name, ...rest]),
    ];
    const fields = Object.entries(fieldsOf(schema)).flatMap(([name, inner]) => below(name, inner));
    return isSchema(schema.items) ? [...fields, ...below("*", schema.items)] : fields;
  }

  /** @param hole where the wrong value goes in */
  sample(given: Schema, name: string, hole: readonly string[] | null = null, depth = 0): unknown {
    if (hole?.length === 0) return HOLE;
    const schema = this.resolved(given);
    const inner = (step: string) => (hole?.[0] === step ? hole.slice(1) : null);
    if (depth > MOST_DEPTH) return null;
    if (isSchema(schema.items)) return [this.sample(schema.items, name, inner("*"), depth + 1)];
    if (isSchema(schema.properties))
      return Object.fromEntries(
        this.told(schema).map(([field, own]) => [field, this.sample(own, field, inner(field), depth + 1)]),
      );
    return this.leaf(schema, name);
  }

  private told(schema: Schema): readonly (readonly [string, Schema])[] {
    const all = Object.entries(fieldsOf(schema));
    const { required } = schema;
    return this.isLean ? all.filter(([field]) => Array.isArray(required) && required.includes(field)) : all;
  }

  private leaf(schema: Schema, name: string): unknown {
    if (name === "jobId") return this.known.jobId;
    if (name === "version") return this.known.version;
    if (this.known.words?.[name]) return this.known.words[name];
    if (Array.isArray(schema.enum)) return schema.enum.find((each) => each !== null) ?? null;
    if ("const" in schema) return schema.const;
    const type = Array.isArray(schema.type) ? schema.type.find((each) => each !== "null") : schema.type;
    if (type === "integer" || type === "number") return typeof schema.minimum === "number" ? schema.minimum : 1;
    if (type === "boolean") return false;
    if (type === "array") return [];
    if (type === "object") return {};
    if (schema.format === "uuid") return this.known.jobId;
    if (schema.format === "date-time") return "2026-01-31T10:00:00Z";
    return schema.format === "date" ? "2026-01-31" : "sample";
  }

  private resolved(schema: Schema): Schema {
    const name = typeof schema.$ref === "string" ? schema.$ref.split("/").at(-1) : undefined;
    if (name !== undefined) return this.resolved(this.description.components.schemas[name] ?? {});
    for (const many of [schema.anyOf, schema.oneOf])
      if (Array.isArray(many)) {
        const first = many.filter(isSchema).find((each) => each.type !== "null");
        if (first) return this.resolved(first);
      }
    return schema;
  }
}

const isSchema = (value: unknown): value is Schema =>
  typeof value === "object" && value !== null && !Array.isArray(value);

const fieldsOf = ({ properties }: Schema): Readonly<Record<string, Schema>> =>
  isSchema(properties)
    ? Object.fromEntries(Object.entries(properties).filter((entry): entry is [string, Schema] => isSchema(entry[1])))
    : {};
