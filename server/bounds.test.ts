import Joi from "joi";
import { describe, expect, test } from "vitest";
import { findCommandByName } from "@/server/commands/registry";
import { jobChange, quantity, text, validate } from "./input";

const schema = Joi.object({
  note: text(100),
  codes: Joi.array()
    .max(200)
    .items(Joi.object({ code: Joi.string().required() }))
    .unique((a, b) => a.code === b.code),
  reading: quantity(),
});

const problemsOf = (value: unknown, of: Joi.Schema = schema) => {
  const result = validate(of, value);
  return result.ok ? [] : result.problems.map(({ path, message }) => `${path} ${message}`);
};
/** So many times as long as what there is room for; a check whose work grows with the square of it would take minutes. */
const MANY = 50_000;

describe("before anything is checked in detail", () => {
  test("a list that is too long is refused unread, wherever it stands", () => {
    const codes = Array.from({ length: MANY }, (_, at) => ({ code: `P${at}` }));
    expect(problemsOf({ codes })).toEqual(["codes has room for 200 at most"]);
    expect(problemsOf({ codes: codes.slice(0, 200) })).toEqual([]);
    const command = findCommandByName("record-finding");
    const causes = Array.from({ length: MANY }, (_, at) => ({ component: `c${at}`, failure: "open" }));
    expect(problemsOf({ result: "root-cause", causes }, command?.input)).toEqual(["causes has room for 5 at most"]);
  });

  test("what is nested without end is refused at its place", () => {
    let deep: unknown = "end";
    for (let at = 0; at < 8000; at++) deep = { deep };
    expect(problemsOf({ note: deep }).join()).toContain("is nested deeper than 24 levels");
  });

  test("text that cannot be kept is named by its place, as value and as name", () => {
    const half = "half of one: \ud83d";
    expect(problemsOf({ note: half })).toEqual(["note holds a character that is none, or half of one"]);
    expect(problemsOf({ note: "a\u0000b" })).toEqual(["note holds a character that is none, or half of one"]);
    expect(problemsOf({ [half]: 1 })).toEqual([" has a field whose name is no text"]);
    expect(problemsOf({ note: "whole: 😀" })).toEqual([]);
  });

  test("a number in quotation marks is text, beside whatever else is wrong", () => {
    expect(problemsOf({ reading: { value: "9.91", unit: "V" } })).toEqual(["reading.value must be a number"]);
    expect(problemsOf({ reading: { value: "9.91", unit: "V" }, more: 1 })).toEqual([
      "more is not known here",
      "reading.value must be a number",
    ]);
    expect(problemsOf({ jobId: "no", version: 99_999_999_999 }, Joi.object(jobChange))).toEqual([
      "jobId is not valid",
      "version must be 2147483647 or less",
    ]);
  });
});
