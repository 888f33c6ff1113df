import Papa from "papaparse";
import { readCode } from "./code";

/** One row of a code list, as it travels in CSV. */
export interface CodeListRow {
  readonly code: string;
  /** Empty for every make. */
  readonly make: string;
  readonly meaning: string;
  readonly note: string;
}

export interface CodeListProblem {
  /** Line of the file, from 1. */
  readonly line: number;
  readonly why: "no-code" | "no-meaning" | "twice";
  readonly text: string;
}

export interface CodeList {
  readonly rows: readonly CodeListRow[];
  readonly problems: readonly CodeListProblem[];
}

const COLUMNS = ["code", "make", "meaning", "note"] as const;

/** A list of codes as CSV (RFC 4180), with a heading line. */
export function writeCodeList(rows: readonly CodeListRow[]): string {
  return `${Papa.unparse([...rows], { columns: [...COLUMNS], header: true })}\r\n`;
}

/**
 * Reads a list of codes from CSV with comma, semicolon or tab, and a heading line with `code` and `meaning`.
 * @returns rows and what is wrong, or null where the heading line is missing
 */
export function readCodeList(text: string): CodeList | null {
  const { data, meta } = Papa.parse<Record<string, string>>(text.replace(/^\ufeff/, "").replace(/\r\n?/g, "\n"), {
    header: true,
    transformHeader: (name) => name.trim().toLowerCase(),
  });
  if (!meta.fields?.includes("code") || !meta.fields.includes("meaning")) return null;
  const rows = new Map<string, CodeListRow>();
  const problems: CodeListProblem[] = [];
  data.forEach((cells, index) => {
    const cell = (name: (typeof COLUMNS)[number]) => (cells[name] ?? "").trim();
    const line = index + 2;
    const text = COLUMNS.map(cell).filter(Boolean).join(", ").slice(0, 120);
    if (!text) return;
    const code = readCode(cell("code"));
    const row = { code: code ?? "", make: cell("make"), meaning: cell("meaning"), note: cell("note") };
    if (!code) problems.push({ line, why: "no-code", text });
    else if (!row.meaning) problems.push({ line, why: "no-meaning", text });
    else if (rows.has(`${code} ${row.make}`)) problems.push({ line, why: "twice", text });
    else rows.set(`${code} ${row.make}`, row);
  });
  return { rows: [...rows.values()], problems };
}
