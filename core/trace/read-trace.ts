import { exhaustive } from "@/core/exhaustive";
import Papa from "papaparse";
import { convert, readNumber, readUnit, sameDimension, type Unit } from "@/core/measure";
import { makeTrace, type Trace } from "./trace";

export type TraceProblem =
  | { readonly why: "empty" | "no-columns" | "too-few" | "too-many-columns" }
  | { readonly why: "time-unit"; readonly text: string }
  | { readonly why: "no-time" | "time-backwards"; readonly line: number; readonly text: string }
  | { readonly why: "no-number"; readonly line: number; readonly column: string; readonly text: string };

export type ReadTrace =
  { readonly ok: true; readonly trace: Trace } | { readonly ok: false; readonly problem: TraceProblem };

const MOST_CHANNELS = 2;
const LEAST_POINTS = 3;

/**
 * Reads a recording from CSV: time first, then one or two channels, with a heading line such as `time (s), engine outlet (degC)`.
 * Commas, semicolons or tabs part the columns; decimal comma and point are both read; an empty cell is a gap. Times are numbers in the
 * heading's unit (seconds without one), or clock times as 10:02:30.
 */
export function readTrace(text: string): ReadTrace {
  const tidy = text.replace(/^\ufeff/, "").replace(/\r\n?/g, "\n");
  if (!tidy.trim()) return refused({ why: "empty" });
  const { data } = Papa.parse<string[]>(tidy, { skipEmptyLines: "greedy", delimitersToGuess: ["\t", ";", ","] });
  const [heading = [], ...rows] = data;
  if (heading.length < 2) return refused({ why: "no-columns" });
  if (heading.length > MOST_CHANNELS + 1) return refused({ why: "too-many-columns" });
  if (rows.length < LEAST_POINTS) return refused({ why: "too-few" });
  const [time, ...columns] = heading.map(named);
  const second = time?.unit ? secondsOf(time.unit) : 1;
  if (second === null) return refused({ why: "time-unit", text: time?.unit ?? "" });
  const times = new Float64Array(rows.length);
  const values = columns.map(() => new Float64Array(rows.length));
  for (const [at, row] of rows.entries()) {
    const line = at + 2;
    const value = timeOf(row[0] ?? "", second);
    if (value === null) return refused({ why: "no-time", line, text: row[0] ?? "" });
    if (at > 0 && value <= (times[at - 1] ?? 0)) return refused({ why: "time-backwards", line, text: row[0] ?? "" });
    times[at] = value;
    for (const [channel, list] of values.entries()) {
      const cell = (row[channel + 1] ?? "").trim();
      const number = cell ? readNumber(cell) : Number.NaN;
      if (number === null)
        return refused({ why: "no-number", line, column: columns[channel]?.name ?? "", text: cell.slice(0, 40) });
      list[at] = number;
    }
  }
  const start = times[0] ?? 0;
  const channels = columns.map(({ name, unit }, at) => ({
    name,
    unit: unitOf(unit),
    values: values[at] ?? new Float64Array(),
  }));
  return {
    ok: true,
    trace: makeTrace(
      times.map((each) => each - start),
      channels,
    ),
  };
}

const refused = (problem: TraceProblem): ReadTrace => ({ ok: false, problem });

/** "engine outlet (degC)" or "engine outlet [degC]" */
function named(text: string): { readonly name: string; readonly unit: string | null } {
  const match = /^(.*?)\s*[([]([^)\]]+)[)\]]\s*$/.exec(text.trim());
  return match?.[1] !== undefined && match[2]
    ? { name: match[1] || "time", unit: match[2].trim() }
    : { name: text.trim(), unit: null };
}

/** How many seconds the unit of a time column has, however a recorder writes it; null where it is no time. */
function secondsOf(text: string): number | null {
  const tidy = text.trim().toLowerCase();
  const unit = tidy === "m" ? "min" : (readUnit(text) ?? readUnit(tidy));
  return unit && sameDimension(unit, "s") ? convert({ value: 1, unit }, "s").value : null;
}

const unitOf = (text: string | null): Unit | null => (text === null ? null : readUnit(text));

function timeOf(text: string, second: number): number | null {
  const clock = /^(\d{1,2}):(\d{2})(?::(\d{2}(?:[.,]\d+)?))?$/.exec(text.trim());
  if (clock) return Number(clock[1]) * 3600 + Number(clock[2]) * 60 + (readNumber(clock[3] ?? "0") ?? 0);
  const value = readNumber(text);
  return value === null ? null : value * second;
}

/** What is wrong with a recording, with its line. */
export function traceProblemText(problem: TraceProblem): string {
  switch (problem.why) {
    case "empty":
      return "There is nothing in it.";
    case "no-columns":
      return "Its first line names no two columns: time, then what was recorded.";
    case "too-many-columns":
      return "It has more than two channels: keep the time and the one or two that matter.";
    case "too-few":
      return "It has fewer than three points.";
    case "time-unit":
      return `“${problem.text}” is no unit of time: write s, min or h in the first heading.`;
    case "no-time":
      return `Line ${problem.line}: “${problem.text}” is no time.`;
    case "time-backwards":
      return `Line ${problem.line}: the time ${problem.text} does not come after the one before.`;
    case "no-number":
      return `Line ${problem.line}, ${problem.column}: “${problem.text}” is no number.`;
    default:
      return exhaustive(problem, "traceProblemText");
  }
}
