import Papa from "papaparse";

/** A known failure as a row of a list tells it, in the form of the command that writes one down. */
export interface ListedFailure {
  readonly title: string;
  readonly component: string | null;
  readonly failure: string | null;
  readonly applies: {
    readonly make: string | null;
    readonly models: readonly string[];
    readonly years: readonly [number, number] | null;
    readonly engines: readonly string[];
  };
  readonly odometerKm: readonly [number, number] | null;
  readonly evidence: "hearsay" | "bulletin";
  readonly symptoms: readonly string[];
  readonly codes: readonly string[];
  readonly note: string;
  readonly details: {
    readonly bulletin: { readonly kind: "bulletin" | "recall" | "goodwill"; readonly reference: string } | null;
  };
}

export interface KnownList {
  readonly rows: readonly ListedFailure[];
  /** What is wrong, by the line of the file, from 1. */
  readonly problems: readonly { readonly line: number; readonly why: string }[];
}

type Cells = (name: string) => string;

const KINDS = ["bulletin", "recall", "goodwill"] as const;

/**
 * Reads a list of known failures from CSV (RFC 4180) with comma, semicolon or tab, and a heading line with `title`.
 * Several words in a cell have semicolons between them (commas where the file itself is parted by semicolons).
 * @returns rows and what is wrong, or null where the heading line is missing
 */
export function readKnownList(text: string): KnownList | null {
  const { data, meta } = Papa.parse<Record<string, string>>(text.replace(/^\ufeff/, "").replace(/\r\n?/g, "\n"), {
    header: true,
    transformHeader: (name) => name.trim().toLowerCase(),
  });
  if (!meta.fields?.includes("title")) return null;
  const rows: ListedFailure[] = [];
  const problems: { line: number; why: string }[] = [];
  const titles = new Set<string>();
  data.forEach((cells, index) => {
    const cell: Cells = (name) => (cells[name] ?? "").trim();
    if (!Object.values(cells).some((value) => value.trim())) return;
    const line = index + 2;
    const read = rowOf(cell);
    if (typeof read === "string") problems.push({ line, why: read });
    else if (titles.has(read.title)) problems.push({ line, why: "stands in the file twice" });
    else rows.push(read);
    titles.add(cell("title"));
  });
  return { rows, problems };
}

function rowOf(cell: Cells): ListedFailure | string {
  const title = cell("title");
  if (!title) return "has no title";
  const years = spanOf(cell("years"));
  const odometerKm = spanOf(cell("km"));
  if (years === undefined) return `has no years: ${cell("years")}`;
  if (odometerKm === undefined) return `has no kilometres: ${cell("km")}`;
  const word = cell("kind").toLowerCase();
  const kind = KINDS.find((each) => each === word) ?? null;
  if (word && word !== "hearsay" && !kind) return `is neither hearsay, bulletin, recall nor goodwill: ${word}`;
  if (kind && !cell("reference")) return `is a ${kind} without a reference`;
  return {
    title,
    component: cell("component") || null,
    failure: cell("failure") || null,
    applies: { make: cell("make") || null, models: listOf(cell("models")), years, engines: listOf(cell("engines")) },
    odometerKm,
    evidence: kind ? "bulletin" : "hearsay",
    symptoms: listOf(cell("symptoms")),
    codes: listOf(cell("codes")),
    note: cell("note"),
    details: { bulletin: kind && { kind, reference: cell("reference") } },
  };
}

const listOf = (text: string) =>
  text
    .split(/[;,]/)
    .map((part) => part.trim())
    .filter(Boolean);

/** "2014-2018" or one number for both ends; null where nothing stands there, undefined where it is none. */
function spanOf(text: string): readonly [number, number] | null | undefined {
  if (!text) return null;
  const found = /^(\d+)(?:\s*[-–]\s*(\d+))?$/.exec(text);
  if (!found) return undefined;
  const from = Number(found[1]);
  return [from, found[2] ? Number(found[2]) : from];
}
