import "server-only";
import { identity } from "@/core/finder";

/** What names a vehicle's owner or somebody of the shop: plates and VINs however they are spaced, people's names. */
export interface Secrets {
  /** As `identity` writes them. */
  readonly marks: ReadonlySet<string>;
  /** Names, whole or a last name by itself, in lower case. */
  readonly names: ReadonlySet<string>;
}

const LEAST_LETTERS = 4;
const LEAST_NAME = 3;

export function secretsOf(marks: readonly string[], people: readonly string[]): Secrets {
  const names = people.flatMap((name) => [name, name.split(/\s+/).at(-1) ?? ""]);
  return {
    marks: new Set(marks.map(identity).filter(({ length }) => length >= LEAST_LETTERS)),
    names: new Set(names.map((name) => name.toLowerCase()).filter(({ length }) => length >= LEAST_NAME)),
  };
}

const BLANK = "…";
/** A plate or a VIN is written in so many pieces at most: "HF 42 61". */
const MOST_PIECES = 4;
const MAIL = /[^\s@]+@[^\s@]+\.[^\s@]+/g;
/** Seven digits and more with the signs between them that people write in telephone numbers; not the middle of a part number. */
const TELEPHONE = /(?<![\w-])\+?\d(?:[ ()/.-]{0,3}\d){6,}/g;
const DATE = /^(?:\d{4}-\d\d-\d\d|\d{1,2}[./-]\d{1,2}[./-]\d{4})$/;

/** A text without what names somebody: plates, VINs, people, telephone numbers and mail addresses are blanked out. */
export function namelessText(text: string, { marks, names }: Secrets): string {
  const pieces = text.split(/(\s+)/);
  const out: string[] = [];
  // Words stand at even places, what is between them at odd ones.
  for (let at = 0; at < pieces.length;) {
    const length = secretAt(pieces, at);
    out.push(length ? BLANK + trailingStop(pieces[at + length - 1]) : (pieces[at] ?? ""));
    at += length || 1;
  }
  return out
    .join("")
    .replace(MAIL, BLANK)
    .replace(TELEPHONE, (found) => (DATE.test(found) ? found : BLANK));

  function secretAt(all: readonly string[], from: number): number {
    if (from % 2) return 0;
    for (let count = MOST_PIECES; count > 0; count--) {
      const length = 2 * count - 1;
      if (from + length > all.length) continue;
      const said = all.slice(from, from + length).join("");
      if (marks.has(identity(said)) || names.has(withoutStops(said).toLowerCase())) return length;
    }
    return 0;
  }
}

const STOPS = /^[("“„']+|[)"”'.,;:!?]+$/g;
const withoutStops = (text: string) =>
  text
    .replace(/\s+/g, " ")
    .replace(STOPS, "")
    .replace(/['’]s$/, "");
const trailingStop = (text = "") => /[.,;:!?]$/.exec(text)?.[0] ?? "";

/** Fields that hold no text that people write freely: keys, moments, numbers of parts and bulletins. */
const NO_FREE_TEXT = new Set([
  "key",
  "component",
  "failure",
  "at",
  "until",
  "built",
  "vins",
  "partNumber",
  "reference",
]);

/** The same for every free text inside a value. */
export function nameless<Value>(value: Value, secrets: Secrets): Value {
  const walk = (each: unknown): unknown => {
    if (typeof each === "string") return namelessText(each, secrets);
    if (Array.isArray(each)) return each.map(walk);
    if (typeof each !== "object" || each === null) return each;
    return Object.fromEntries(
      Object.entries(each).map(([name, inner]) => [name, NO_FREE_TEXT.has(name) ? inner : walk(inner)]),
    );
  };
  // Texts come back as texts, at the places where they stood.
  return walk(value) as Value;
}
