import "server-only";
import { oneOf, ref, SCHEMAS, text, type Schema } from "./openapi-shapes";

/** The API described by itself, OpenAPI 3.1. The tests hold every answer against it. */

const TITLES: Readonly<Record<number, string>> = {
  400: "The body is no well-formed JSON",
  401: "No session and no valid token",
  403: "The right for it is missing",
  404: "There is no such thing",
  409: "The Idempotency-Key was used for another body",
  413: "The body is too large",
  422: "The input is wrong; `problems` names the places",
  503: "The database does not answer, or stands at another version",
};

const jsonOf = (schema: Schema, type = "application/json") => ({ content: { [type]: { schema } } });
const problems = (...statuses: readonly number[]) =>
  Object.fromEntries(
    statuses.map((status) => [
      status,
      { description: TITLES[status], ...jsonOf(ref("problem"), "application/problem+json") },
    ]),
  );
const answer = (description: string, schema: Schema, ...errors: readonly number[]) => ({
  responses: { 200: { description, ...jsonOf(schema) }, ...problems(...errors) },
});
const body = (schema: Schema) => ({ requestBody: { required: true, ...jsonOf(schema) } });
const inPath = (name: string, description: string) => ({
  name,
  in: "path",
  required: true,
  description,
  schema: text,
});
const OPEN = { security: [] };
const CALL_ERRORS = [400, 401, 403, 413, 422] as const;

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
  paths: {
    "/api/v1/health": {
      get: {
        summary: "Whether the shop's server and database are well",
        ...OPEN,
        responses: {
          200: { description: "They are", ...jsonOf(ref("health")) },
          503: { description: TITLES[503], ...jsonOf(ref("health")) },
        },
      },
    },
    "/api/v1/openapi.json": { get: { summary: "This", ...OPEN, ...answer("OpenAPI 3.1", { type: "object" }) } },
    "/api/v1/advice": {
      post: {
        summary: "Who has been here before, and what to do next. Nothing is stored",
        ...body(ref("case")),
        ...answer("The odds of every suspect, and what to do next, best first", ref("advice"), ...CALL_ERRORS),
      },
    },
    "/api/v1/jobs/{key}/advice": {
      get: {
        summary: "The same for a job on record, as its sheet shows it",
        parameters: [inPath("key", "The job's key")],
        ...answer("Its odds, its roads, and what to do next", ref("advice"), 401, 403, 404),
      },
    },
    "/api/v1/readings/judge": {
      post: {
        summary: "Judges one reading against one spec. Nothing is stored",
        ...body(ref("judgeRequest")),
        ...answer("The verdict, with its reason", ref("judgement"), ...CALL_ERRORS),
      },
    },
    "/api/v1/scan/decode": {
      post: {
        summary: "Decodes control modules' responses (SAE J1979). Nothing is stored",
        ...body(ref("scanRequest")),
        ...answer("Codes, monitors, VIN and freeze frame", ref("scan"), ...CALL_ERRORS),
      },
    },
    "/api/v1/vin/{vin}": {
      get: {
        summary: "What a VIN says of its vehicle; one that is wrong is an answer",
        parameters: [inPath("vin", "As people write it")],
        ...answer("What stands in it", ref("vin"), 401, 403),
      },
    },
    "/api/v1/casebook": {
      get: {
        summary: "Everything the shop knows",
        parameters: [
          {
            name: "anonymous",
            in: "query",
            required: false,
            schema: oneOf(["1"]),
            description: "Leaves out what identifies a vehicle's owner",
          },
        ],
        ...answer("A casebook", ref("casebook"), 401, 403),
      },
      post: {
        summary: "Takes a casebook over: by keys, whole or not at all; the same one twice changes nothing",
        parameters: [
          { name: "Idempotency-Key", in: "header", required: false, schema: { type: "string", format: "uuid" } },
        ],
        ...body(ref("casebook")),
        ...answer("What was added, changed and left as it was", ref("imported"), 400, 401, 403, 409, 413, 422),
      },
    },
    "/api/v1/casebook/imports/{id}": {
      get: {
        summary: "How far an import is",
        parameters: [inPath("id", "Its Idempotency-Key")],
        ...answer("Jobs taken over, of all that the file holds", ref("progress"), 401, 403, 404),
      },
    },
    "/api/v1/casebook/tables/{table}": {
      get: {
        summary: "Jobs, tests or parts for a spreadsheet",
        parameters: [{ ...inPath("table", "Which"), schema: oneOf(["jobs.csv", "tests.csv", "parts.csv"]) }],
        responses: {
          200: { description: "CSV (RFC 4180), UTF-8", ...jsonOf(text, "text/csv") },
          ...problems(401, 403, 404),
        },
      },
    },
  },
  components: {
    schemas: SCHEMAS,
    securitySchemes: {
      bearer: { type: "http", scheme: "bearer" },
      session: { type: "apiKey", in: "cookie", name: "dead_ends_session" },
    },
  },
};
