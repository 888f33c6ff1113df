import "server-only";
import { knownForInput } from "@/server/api/case-input";
import { casebookInput } from "@/server/casebook/shape";
import { IMAGE, type DescribedCall } from "./call";
import { listOf, ref, text } from "./schema";

/** The calls over the book: codes, known failures, repairs, procedures, numbers, the casebook. */
export const BOOK_CALLS: readonly DescribedCall[] = [
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
    summary:
      "Takes a casebook over: by keys, whole or not at all; the same one twice changes nothing. With `from` it stays apart, as another shop's",
    right: "book.edit",
    query: {
      from: "The other shop whose casebook it is; left out where it is to be our own",
      weight: "What one of its jobs counts beside one of ours, 0 to 1; a third where left out",
    },
    body: casebookInput,
    answer: { anyOf: [ref("imported"), ref("takenIn")] },
    errors: [409],
  },
  {
    method: "get",
    path: "/api/v1/other-shops",
    summary: "Other shops whose casebooks are here, with what one of their jobs counts beside one of ours",
    right: "book.edit",
    answer: listOf(ref("otherShop")),
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
];
