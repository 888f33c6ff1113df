import "server-only";
import type { Right } from "@/server/auth/rights";
import type { AnyCommand } from "@/server/commands/command";
import { casebookInput } from "@/server/casebook/shape";
import { COMMANDS } from "@/server/commands/registry";
import { ANSWERS } from "./answers";
import type { DescribedCall } from "./call";
import { CALLS, PATH_WORDS } from "./calls";
import { jsonSchemaOf, ref, text, type Schema } from "./schema";

/**
 * The API described by itself, OpenAPI 3.1: what comes in by the Joi schemas that check it. Tests hold the routes, and every answer, against
 * it.
 */

const TITLES: Readonly<Record<number, string>> = {
  400: "The body is no well-formed JSON",
  401: "No session and no valid token",
  403: "The right for it is missing",
  404: "There is no such thing",
  409: "The Idempotency-Key was used for another request, or it does not go with what is there",
  413: "The body is too large",
  422: "The input is wrong; `problems` names the places",
  429: "Too many attempts: wait",
  503: "The database does not answer, or stands at another version",
};

const jsonOf = (schema: Schema, type = "application/json") => ({ content: { [type]: { schema } } });
const errorOf = (status: number) => ({
  description: TITLES[status] ?? "",
  // How well the server is, it says in its own shape also where it is not.
  ...(status === 503 ? jsonOf(ref("health")) : jsonOf(ref("problem"), "application/problem+json")),
});

/** What may go wrong with any call of this kind. */
function errorsOf({ right, body, errors = [] }: Pick<DescribedCall, "right" | "body" | "errors">): readonly number[] {
  const asked = right === null ? (body ? [403] : []) : [401, 403];
  const sent = body === undefined ? [] : body === "bytes" ? [413, 422, 409] : [400, 413, 422];
  return [...new Set([...asked, ...sent, ...errors])].sort((a, b) => a - b);
}

function bodyOf(body: DescribedCall["body"]) {
  if (body === undefined) return {};
  const content = body === "bytes" ? jsonOf({}, "application/octet-stream") : jsonOf(jsonSchemaOf(body));
  return { requestBody: { required: true, ...content } };
}

const inPath = (path: string) =>
  [...path.matchAll(/\{(\w+)\}/g)].map(([, name = ""]) => ({
    name,
    in: "path",
    required: true,
    schema: PATH_WORDS[name] ?? text,
  }));
const inQuery = (query: DescribedCall["query"]) =>
  Object.entries(query ?? {}).map(([name, description]) => ({
    name,
    in: "query",
    required: false,
    schema: text,
    description,
  }));
const KEY = {
  name: "Idempotency-Key",
  in: "header",
  required: false,
  schema: { type: "string", format: "uuid" },
  description: "A UUID: the same request under it is carried out once",
};

function operationOf(call: DescribedCall) {
  const { path, summary, right, body, answer, status = 200, query } = call;
  const given = typeof answer === "string" ? jsonOf(text, answer) : jsonOf(answer);
  const keyed = body === "bytes" || (body !== undefined && path.endsWith("/casebook"));
  return {
    summary,
    ...rightOf(right),
    parameters: [...inPath(path), ...inQuery(query), ...(keyed ? [KEY] : [])],
    ...bodyOf(body),
    responses: Object.fromEntries([
      [status, { description: summary, ...given }],
      ...errorsOf(call).map((each) => [each, errorOf(each)]),
    ]) as object,
  };
}

const rightOf = (right: Right | null) => (right === null ? { security: [] } : { "x-right": right });

function commandOf({ name, right, input }: AnyCommand) {
  const call = { right, body: input, errors: [404, 409] } as const;
  return {
    summary: `${name.charAt(0).toUpperCase()}${name.slice(1).replaceAll("-", " ")}`,
    ...rightOf(right),
    parameters: [KEY],
    ...bodyOf(input),
    responses: Object.fromEntries([
      [200, { description: "Done, or done before under the same key", ...jsonOf({}) }],
      ...errorsOf(call).map((each) => [each, errorOf(each)]),
    ]) as object,
  };
}

function pathsOf() {
  const paths: Record<string, Record<string, object>> = {};
  for (const call of CALLS) paths[call.path] = { ...paths[call.path], [call.method]: operationOf(call) };
  for (const command of COMMANDS) paths[`/api/v1/commands/${command.name}`] = { post: commandOf(command) };
  return paths;
}

export const openApi = {
  openapi: "3.1.0",
  info: {
    title: "Dead Ends",
    version: "1",
    description:
      "A repair shop's diagnostic memory and planner. Times are ISO 8601 with offset. What there is none of is null. A token: `npm run -s token -- --name NAME`.",
  },
  servers: [{ url: "/" }],
  security: [{ bearer: [] }, { session: [] }],
  paths: pathsOf(),
  components: {
    schemas: { ...ANSWERS, casebook: jsonSchemaOf(casebookInput) },
    securitySchemes: {
      bearer: { type: "http", scheme: "bearer" },
      session: { type: "apiKey", in: "cookie", name: "dead_ends_session" },
    },
  },
};
