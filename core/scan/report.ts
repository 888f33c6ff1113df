import { exhaustive } from "@/core/exhaustive";
import Papa from "papaparse";
import { isCodeStatus, readCode, type CodeStatus, type FaultCode } from "@/core/codes";
import { readVin } from "@/core/vehicle";

/** What a scan tool's report was understood to say. */
export interface ScanReport {
  readonly form: "json" | "table" | "text";
  readonly codes: readonly FaultCode[];
  /** Modules that the report names as read, whether they hold a code or not. */
  readonly modules: readonly string[];
  readonly vin: string | null;
  /** Lines that hold something like a code and were not understood, by their number from 1. */
  readonly unclear: readonly { readonly line: number; readonly text: string }[];
}

/** Why a file or a pasted text is no report. The sentence is `reportRefusalText`. */
export type ReportRefusal =
  { readonly code: "too-long" } | { readonly code: "no-text" } | { readonly code: "no-codes" };

export type ReportResult =
  { readonly ok: true; readonly report: ScanReport } | { readonly ok: false; readonly refusal: ReportRefusal };

/** A scan of every module of a truck has a few hundred lines; more than this is something else. */
export const MOST_REPORT_LETTERS = 1_000_000;
const MOST_UNCLEAR = 20;

/** Why a report could not be read. */
export function reportRefusalText({ code }: ReportRefusal): string {
  switch (code) {
    case "too-long":
      return "This is too long for a scan report: at most 1 MB. Nothing was taken from it.";
    case "no-text":
      return "This is no text, but a picture or another kind of file. Nothing was taken from it.";
    case "no-codes":
      return "No fault code and no module was found in it. Nothing was taken from it.";
    default:
      return exhaustive(code, "reportRefusalText");
  }
}

/** The shop's words for modules, found in a report by what tools call them. */
const MODULE_NAMES: readonly (readonly [RegExp, string])[] = [
  [/\b(engine|powertrain|motor|ecm|pcm)\b/i, "engine"],
  [/\b(gearbox|transmission|tcm)\b/i, "gearbox"],
  [/\b(brakes?|abs|esp|esc)\b/i, "brakes"],
  [/\b(steering|eps)\b/i, "steering"],
  [/\b(airbags?|restraints?|srs)\b/i, "airbag"],
  [/\b(instruments?|cluster|dash)\b/i, "instruments"],
  [/\b(climate|hvac|heater)\b/i, "climate"],
  [/\b(body|bcm|door|tailgate)\b/i, "body"],
  [/\b(network|gateway|bus)\b/i, "network"],
];

const STATUS_WORDS: readonly (readonly [RegExp, CodeStatus])[] = [
  [/\b(history|historic|old|past|passive|sporadic|not present|inactive)\b/i, "history"],
  [/\bpending\b/i, "pending"],
  [/\bpermanent\b/i, "permanent"],
  [/\b(active|present|current)\b/i, "active"],
  [/\b(stored|confirmed)\b/i, "stored"],
];

const CODE = /\b[PCBU][0-3][0-9A-F]{3}\b/gi;
/** Begins like a code and is none: worth a second look. */
const NEARLY = /\b[PCBU][0-9OIl][0-9A-Za-z]{2,4}\b/;

/**
 * Reads a scan tool's report, whatever its form: JSON, a table (CSV with comma, semicolon or tab), or free text.
 * @returns what was understood, or why it is no report; never throws
 * @example readScanReport("Engine: P0299 pending") // codes: [{ code: "P0299", module: "engine", status: "pending" }]
 */
export function readScanReport(text: string): ReportResult {
  if (text.length > MOST_REPORT_LETTERS) return { ok: false, refusal: { code: "too-long" } };
  // A byte that no text holds, or the sign that stands for bytes that are no UTF-8.
  if (/[\u0000-\u0008\u000e-\u001f]|\ufffd{2}/.test(text)) return { ok: false, refusal: { code: "no-text" } };
  const tidy = text.replace(/^\ufeff/, "").replace(/\r\n?/g, "\n");
  const report = readJson(tidy) ?? readTable(tidy) ?? readText(tidy);
  if (!report.codes.length && !report.modules.length) return { ok: false, refusal: { code: "no-codes" } };
  return { ok: true, report };
}

interface Found {
  readonly codes: Map<string, FaultCode>;
  readonly modules: Set<string>;
  readonly unclear: { line: number; text: string }[];
}

const nothing = (): Found => ({ codes: new Map(), modules: new Set(), unclear: [] });

function finish(form: ScanReport["form"], { codes, modules, unclear }: Found, vin: string | null): ScanReport {
  return { form, codes: [...codes.values()], modules: [...modules], vin, unclear: unclear.slice(0, MOST_UNCLEAR) };
}

function add({ codes, modules }: Found, code: string, module: string | null, status: CodeStatus): void {
  const tidy = readCode(code);
  if (!tidy) return;
  codes.set(`${tidy} ${module ?? ""}`, { code: tidy, module, status });
  if (module) modules.add(module);
}

/** Objects with a `code`, wherever they stand; `module` and `status` beside it. */
function readJson(text: string): ScanReport | null {
  if (!/^\s*[[{]/.test(text)) return null;
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    return null;
  }
  const found = nothing();
  let vin: string | null = null;
  const visit = (each: unknown, module: string | null, depth: number): void => {
    if (depth > 12 || typeof each !== "object" || each === null) return;
    if (Array.isArray(each)) return each.forEach((item) => visit(item, module, depth + 1));
    const entry = each as Record<string, unknown>;
    const own = moduleOf(String(entry.module ?? entry.unit ?? entry.system ?? "")) ?? module;
    if (own) found.modules.add(own);
    if (typeof entry.vin === "string") vin ??= vinIn(entry.vin);
    if (typeof entry.code === "string") add(found, entry.code, own, statusOf(String(entry.status ?? "")));
    for (const item of Object.values(entry)) visit(item, own, depth + 1);
  };
  visit(value, null, 0);
  return finish("json", found, vin);
}

/** A table is a table where its first line names a column of codes. */
function readTable(text: string): ScanReport | null {
  const head = text.split("\n", 1)[0] ?? "";
  if (!/[,;\t]/.test(head) || !/\b(code|dtc|fault)\b/i.test(head)) return null;
  const { data } = Papa.parse<Record<string, string>>(text, {
    header: true,
    transformHeader: (name) => name.trim().toLowerCase(),
  });
  const found = nothing();
  data.forEach((row, index) => {
    const cell = (wanted: RegExp) =>
      Object.entries(row)
        .find(([name]) => wanted.test(name))?.[1]
        ?.trim() ?? "";
    const code = cell(/code|dtc|fault/);
    const unit = moduleOf(cell(/module|unit|system|ecu/));
    if (unit) found.modules.add(unit);
    if (readCode(code)) add(found, code, unit, statusOf(cell(/status|state|type/)));
    else if (code) found.unclear.push({ line: index + 2, text: Object.values(row).join(", ").slice(0, 120) });
  });
  return finish("table", found, vinIn(text));
}

/** Free text: a line's codes have the line's status and module, or the module that the last heading named. */
function readText(text: string): ScanReport {
  const found = nothing();
  let heading: string | null = null;
  text.split("\n").forEach((line, index) => {
    const codes = line.match(CODE) ?? [];
    const unit = moduleOf(line.replace(CODE, " "));
    if (!codes.length) {
      if (unit && line.length < 60) {
        heading = unit;
        found.modules.add(unit);
      }
      if (NEARLY.test(line)) found.unclear.push({ line: index + 1, text: line.trim().slice(0, 120) });
      return;
    }
    // A description may name other modules: only what stands before the code says whose it is.
    const before = moduleOf(line.slice(0, line.search(CODE)));
    for (const code of codes) add(found, code, before ?? heading, statusOf(line));
  });
  return finish("text", found, vinIn(text));
}

function moduleOf(text: string): string | null {
  return MODULE_NAMES.find(([name]) => name.test(text))?.[1] ?? null;
}

function statusOf(text: string): CodeStatus {
  const word = text.trim().toLowerCase();
  if (isCodeStatus(word)) return word;
  return STATUS_WORDS.find(([name]) => name.test(text))?.[1] ?? "stored";
}

function vinIn(text: string): string | null {
  const candidate = /\b[A-HJ-NPR-Z0-9]{17}\b/i.exec(text)?.[0];
  if (!candidate || !/\d/.test(candidate) || !/[A-Z]/i.test(candidate)) return null;
  return readVin(candidate, 0).vin;
}
