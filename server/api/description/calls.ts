import "server-only";
import { caseInput } from "@/server/api/case-input";
import { doubtInput } from "@/server/api/doubt-input";
import { failureCurveInput } from "@/server/api/failure-curve-input";
import { judgeInput } from "@/server/api/judge-input";
import { scanInput } from "@/server/api/scan-input";
import { signInInput } from "@/server/api/sign-in-input";
import { setUpInput } from "@/server/auth/set-up";
import { BOOK_CALLS } from "./book-calls";
import { IMAGE, type DescribedCall } from "./call";
import { oneOf, ref, type Schema } from "./schema";
import { VEHICLE_INTERFACE_CALLS } from "./vehicle-interface-calls";

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
    method: "get",
    path: "/api/v1/metrics",
    summary: "What to watch, for Prometheus: requests, waits, connections, the book's version, memory",
    right: "shop.read",
    answer: "text/plain",
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
    path: "/api/v1/jobs/{id}/trail",
    summary: "Every entry of a job, oldest first, by its key or its id",
    right: "shop.read",
    answer: ref("trail"),
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
  ...BOOK_CALLS,
  ...VEHICLE_INTERFACE_CALLS,
];

/** What stands in a path in place of a name. */
export const PATH_WORDS: Readonly<Record<string, Schema>> = { table: oneOf(["jobs.csv", "tests.csv", "parts.csv"]) };
