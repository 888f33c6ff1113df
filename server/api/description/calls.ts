import "server-only";
import type Joi from "joi";
import { caseInput, knownForInput } from "@/server/api/case-input";
import { doubtInput } from "@/server/api/doubt-input";
import { failureCurveInput } from "@/server/api/failure-curve-input";
import { judgeInput } from "@/server/api/judge-input";
import { pluggedInput } from "@/server/api/plugged-vehicle";
import { scanInput } from "@/server/api/scan-input";
import { signInInput } from "@/server/api/sign-in-input";
import type { Right } from "@/server/auth/rights";
import { setUpInput } from "@/server/auth/set-up";
import { casebookInput } from "@/server/casebook/shape";
import { listOf, oneOf, ref, text, type Schema } from "./schema";

/** One call, as the description tells of it. */
export interface DescribedCall {
  readonly method: "get" | "post" | "delete";
  /** As in `/api/v1/jobs/{id}/advice`. */
  readonly path: string;
  readonly summary: string;
  /** Who may; null where anybody may. */
  readonly right: Right | null;
  /** Its JSON body's own schema, or that it takes bytes. */
  readonly body?: Joi.Schema | "bytes";
  readonly query?: Readonly<Record<string, string>>;
  /** Of its answer where that is JSON; else its media type. */
  readonly answer: Schema | string;
  readonly status?: 200 | 201;
  /** What it may answer beside what follows from right and body. */
  readonly errors?: readonly number[];
}

const IMAGE = "image/*";

/** Every call but the commands, which describe themselves. */
export const CALLS: readonly DescribedCall[] = [
  {
    method: "get",
    path: "/api/v1/health",
    summary: "Whether the shop's server and database are well",
    right: null,
    answer: ref("health"),
    errors: [503],
  },
  {
    method: "get",
    path: "/api/v1/openapi.json",
    summary: "This",
    right: null,
    answer: { type: "object" },
  },
  {
    method: "post",
    path: "/api/v1/set-up",
    summary: "Sets an empty shop up and signs its first lead in; once",
    right: null,
    body: setUpInput,
    answer: ref("signedIn"),
    errors: [409],
  },
  {
    method: "post",
    path: "/api/v1/session",
    summary: "Signs in: the answer sets the session's cookie",
    right: null,
    body: signInInput,
    answer: ref("signedIn"),
    errors: [429],
  },
  {
    method: "delete",
    path: "/api/v1/session",
    summary: "Signs out, here only",
    right: null,
    answer: ref("signedIn"),
  },
  {
    method: "post",
    path: "/api/v1/advice",
    summary: "Who has been here before, and what to do next. Nothing is stored",
    right: "shop.read",
    body: caseInput,
    answer: ref("advice"),
  },
  {
    method: "get",
    path: "/api/v1/jobs/{id}/advice",
    summary: "The same for a job on record, by its key or its id, as its sheet shows it",
    right: "shop.read",
    answer: ref("advice"),
    errors: [404],
  },
  {
    method: "get",
    path: "/api/v1/ask",
    summary: "One field over the book: what is what in a question, and what the shop knows of it",
    right: "shop.read",
    query: {
      q: "Vehicle, symptom, condition, code, part, plate or part number, in any order",
      limit: "1 to 100, else 20",
    },
    answer: ref("asked"),
    errors: [422],
  },
  {
    method: "get",
    path: "/api/v1/live",
    summary: "Server-sent events: the version of every open job, then of each job after every change",
    right: "shop.read",
    answer: "text/event-stream",
  },
  {
    method: "post",
    path: "/api/v1/jobs/{id}/files",
    summary: "Keeps a picture or PDF beside an entry of the trail; its id is the Idempotency-Key",
    right: "job.complaint",
    body: "bytes",
    query: { seq: "The entry's number", name: "What the file is called" },
    answer: ref("keptFile"),
    status: 201,
    errors: [404],
  },
  {
    method: "get",
    path: "/api/v1/jobs/{id}/files/{file}",
    summary: "A file as it is kept",
    right: "shop.read",
    query: { size: "small: a picture's thumbnail" },
    answer: IMAGE,
    errors: [404],
  },
  {
    method: "post",
    path: "/api/v1/readings/judge",
    summary: "Judges one reading against one spec. Nothing is stored",
    right: "shop.read",
    body: judgeInput,
    answer: ref("judgement"),
  },
  {
    method: "post",
    path: "/api/v1/proof/doubt",
    summary: "May we believe that it is gone? Nothing is stored",
    right: "shop.read",
    body: doubtInput,
    answer: ref("doubt"),
  },
  {
    method: "post",
    path: "/api/v1/statistics/failure-curve",
    summary: "When do they fail? Nothing is stored",
    right: "shop.read",
    body: failureCurveInput,
    answer: ref("failureCurve"),
  },
  {
    method: "post",
    path: "/api/v1/scan/decode",
    summary: "Decodes control modules' responses (SAE J1979). Nothing is stored",
    right: "shop.read",
    body: scanInput,
    answer: ref("scan"),
  },
  {
    method: "get",
    path: "/api/v1/vin/{vin}",
    summary: "What a VIN says of its vehicle; one that is wrong is an answer",
    right: "shop.read",
    answer: ref("vin"),
  },
  {
    method: "get",
    path: "/api/v1/vehicles",
    summary: "Vehicles that the shop knows whose plate or VIN begins like this",
    right: "shop.read",
    query: { search: "Two letters at least" },
    answer: ref("vehicles"),
  },
  {
    method: "get",
    path: "/api/v1/vehicles/{id}",
    summary: "A vehicle with its jobs and the parts that were fitted to it",
    right: "shop.read",
    answer: ref("vehicleHistory"),
    errors: [404],
  },
  {
    method: "get",
    path: "/api/v1/codes",
    summary: "The shop's own code dictionary",
    right: "shop.read",
    answer: "text/csv",
  },
  {
    method: "get",
    path: "/api/v1/guide/pictures/{name}",
    summary: "A picture of the guide",
    right: "shop.read",
    answer: IMAGE,
    errors: [404],
  },
  {
    method: "get",
    path: "/api/v1/numbers",
    summary: "What closed jobs say of the work: minutes to the cause, dead ends, comebacks, by quarter and kind",
    right: "shop.read",
    query: {
      from: "First day, YYYY-MM-DD",
      to: "Last day",
      model: "Make and model",
      person: "Who closed them; for leads",
    },
    answer: "text/csv",
  },
  {
    method: "get",
    path: "/api/v1/patterns",
    summary: "The known failures, each with its grade as the jobs here work it out",
    right: "shop.read",
    answer: listOf(ref("knownFailure")),
  },
  {
    method: "get",
    path: "/api/v1/patterns/proposals",
    summary: "What the jobs themselves propose: causes that are over-represented in a group of vehicles",
    right: "shop.read",
    answer: listOf(ref("proposal")),
  },
  {
    method: "post",
    path: "/api/v1/known-for",
    summary:
      "What such a vehicle is known for at its odometer: what comes due, what a maker pays, minutes to check each",
    right: "shop.read",
    body: knownForInput,
    answer: ref("knownFor"),
  },
  {
    method: "get",
    path: "/api/v1/repairs",
    summary: "What the shop knows of repairing a cause: what somebody wrote down, and what jobs show",
    right: "shop.read",
    query: { component: "A component's key", failure: "How it failed; empty where nobody knows" },
    answer: ref("repairKnown"),
    errors: [422],
  },
  {
    method: "get",
    path: "/api/v1/procedures",
    summary: "The procedures that a job may use, with the words by which each is found",
    right: "shop.read",
    answer: ref("procedures"),
  },
  {
    method: "get",
    path: "/api/v1/procedures/{key}/picture",
    summary: "The picture of a step of a procedure",
    right: "shop.read",
    query: { step: "What the step says" },
    answer: IMAGE,
    errors: [404],
  },
  {
    method: "post",
    path: "/api/v1/procedures/{key}/picture",
    summary: "Puts a picture beside a step, in place of the one that was there",
    right: "book.edit",
    body: "bytes",
    query: { step: "What the step says" },
    answer: { type: "object", properties: { procedure: text, step: text } },
    status: 201,
    errors: [404],
  },
  {
    method: "get",
    path: "/api/v1/casebook",
    summary: "Everything the shop knows",
    right: "book.edit",
    query: { anonymous: "1: leaves out what identifies a vehicle's owner" },
    answer: ref("casebook"),
  },
  {
    method: "post",
    path: "/api/v1/casebook",
    summary: "Takes a casebook over: by keys, whole or not at all; the same one twice changes nothing",
    right: "book.edit",
    body: casebookInput,
    answer: ref("imported"),
    errors: [409],
  },
  {
    method: "get",
    path: "/api/v1/casebook/imports/{id}",
    summary: "How far an import is, by its Idempotency-Key",
    right: "book.edit",
    answer: ref("progress"),
    errors: [404],
  },
  {
    method: "get",
    path: "/api/v1/casebook/tables/{table}",
    summary: "Jobs, tests or parts for a spreadsheet: `jobs.csv`, `tests.csv`, `parts.csv`",
    right: "book.edit",
    answer: "text/csv",
    errors: [404],
  },
  {
    method: "get",
    path: "/api/v1/vehicle-interface",
    summary: "The vehicles that are plugged in",
    right: "job.record",
    answer: ref("pluggedVehicles"),
  },
  {
    method: "post",
    path: "/api/v1/vehicle-interface/read",
    summary: "Reads a plugged vehicle: one line of JSON for each module, as it answers. Nothing is stored",
    right: "job.record",
    body: pluggedInput,
    answer: "application/x-ndjson",
    errors: [404],
  },
  {
    method: "post",
    path: "/api/v1/vehicle-interface/clear",
    summary: "Clears the codes of a plugged vehicle, unless it is another than the job's",
    right: "job.record",
    body: pluggedInput,
    answer: { type: "object" },
    errors: [404, 409],
  },
  {
    method: "post",
    path: "/api/v1/vehicle-interface/live",
    summary: "Up to two values that the engine sees at this moment",
    right: "job.record",
    body: pluggedInput,
    answer: { type: "object" },
    errors: [404, 409],
  },
  {
    method: "post",
    path: "/api/v1/vehicle-interface/act",
    summary: "Turns the key of a simulated vehicle, runs, drives or repairs it",
    right: "job.record",
    body: pluggedInput,
    answer: { type: "object" },
    errors: [404, 409],
  },
];

/** What stands in a path in place of a name. */
export const PATH_WORDS: Readonly<Record<string, Schema>> = { table: oneOf(["jobs.csv", "tests.csv", "parts.csv"]) };
