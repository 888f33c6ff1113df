import { readCode } from "@/core/codes";
import { identity, nearness, stem, stemsOf } from "@/core/finder";

/** What a piece of a question may be. */
export const UNDERSTOOD_KINDS = [
  "make",
  "model",
  "engine",
  "transmission",
  "year",
  "symptom",
  "condition",
  "component",
  "failure",
  "code",
  "plate",
  "part-number",
] as const;
export type UnderstoodKind = (typeof UNDERSTOOD_KINDS)[number];

/** Something of the shop that has a name: one of possibly several. */
export interface Named {
  readonly kind: UnderstoodKind;
  readonly key: string;
  readonly name: string;
  /** Of a model: its make. */
  readonly owner: string;
}

export interface Understood extends Named {
  /** As it was typed. */
  readonly text: string;
  /** What else it may be, the likeliest first. */
  readonly others: readonly Named[];
}

export interface Understanding {
  readonly understood: readonly Understood[];
  /** Words of which nothing is known. */
  readonly rest: readonly string[];
}

/** What the shop has that may be meant. */
export interface Known {
  /** By what is the same however it is spaced, as `identity` gives it: plates, part numbers, makes, models, engines, transmissions. */
  readonly identities: readonly Named[];
  /** Whatever is called like a word that was typed. */
  readonly names: readonly Named[];
  /** A vehicle may be of next year's model. */
  readonly thisYear: number;
}

/** Pieces next to each other that may be one name: "HF 4163". */
const LONGEST_JOIN = 3;
/** More pieces than this are a story, not a question. */
const MOST_PIECES = 24;

/** The pieces that a question is made of, as typed. */
export function piecesOf(typed: string): readonly string[] {
  return typed
    .split(/[\s,;!?"“”()]+/)
    .filter((piece) => identity(piece) !== "")
    .slice(0, MOST_PIECES);
}

interface Join {
  readonly from: number;
  readonly to: number;
  readonly text: string;
}

/** Every run of up to three neighbouring pieces, the longest first. */
export function joinsOf(pieces: readonly string[]): readonly Join[] {
  const joins: Join[] = [];
  for (let length = Math.min(LONGEST_JOIN, pieces.length); length >= 1; length--)
    for (let from = 0; from + length <= pieces.length; from++)
      joins.push({ from, to: from + length, text: pieces.slice(from, from + length).join(" ") });
  return joins;
}

const FIRST_YEAR = 1950;
/** Before others, where the same pieces may be either. */
const IDENTITY_ORDER: readonly UnderstoodKind[] = ["plate", "model", "engine", "transmission", "make", "part-number"];

/**
 * What is what in a question, in any order: codes and whatever has one way of writing first, then words by what they are like. Of all names the
 * one that answers most of what was typed, and of which most was typed, is taken, then the next, until nothing is left that any is like.
 * @example understand("limps hot P0299", known).understood.map(({ kind }) => kind) // ["symptom", "condition", "code"]
 */
export function understand(typed: string, known: Known): Understanding {
  const pieces = piecesOf(typed);
  const found: (Understood & { readonly at: number })[] = [];
  const free = new Set(pieces.keys());
  const take = (thing: Named, at: readonly number[], others: readonly Named[] = []) => {
    for (const each of at) free.delete(each);
    const text = at.map((each) => pieces[each]).join(" ");
    found.push({ ...thing, text, others, at: Math.min(...at) });
  };
  takeIdentities(pieces, known, free, take);
  takeNames(pieces, known.names, free, take);
  const rest = [...free].flatMap((at) => pieces[at] ?? []).filter((piece) => stem(identity(piece)) !== null);
  const understood = found
    .sort((a, b) => a.at - b.at)
    .map(({ kind, key, name, owner, text, others }) => ({ kind, key, name, owner, text, others }));
  return { understood, rest };
}

type Take = (thing: Named, at: readonly number[], others?: readonly Named[]) => void;

function takeIdentities(pieces: readonly string[], known: Known, free: Set<number>, take: Take): void {
  for (const { from, to, text } of joinsOf(pieces)) {
    const at = Array.from({ length: to - from }, (_, nth) => from + nth);
    if (!at.every((each) => free.has(each))) continue;
    const thing = identityOf(text, known);
    if (thing) take(thing, at);
  }
}

function identityOf(text: string, { identities, thisYear }: Known): Named | null {
  const code = readCode(text);
  if (code) return { kind: "code", key: code, name: code, owner: "" };
  const wanted = identity(text);
  const same = identities.filter(({ kind, name, key }) => identity(kind === "plate" ? name : key) === wanted);
  const [best] = same.sort((a, b) => IDENTITY_ORDER.indexOf(a.kind) - IDENTITY_ORDER.indexOf(b.kind));
  if (best) return best;
  const year = /^\d{4}$/.test(wanted) ? Number(wanted) : 0;
  const isYear = year >= FIRST_YEAR && year <= thisYear + 1;
  return isYear ? { kind: "year", key: wanted, name: wanted, owner: "" } : null;
}

interface Fit {
  readonly named: Named;
  /** The pieces of the name that it is called by most. */
  readonly at: readonly number[];
  /** Pieces that another of its names holds: they speak for it, and may be something of another kind. */
  readonly beside: readonly number[];
  readonly score: number;
}

/** Below this a name shares too little with what was typed to be meant. */
const LEAST_SCORE = 0.5;
/** What a word of a name counts for itself, and what for being all of the name. */
const SHARE = { word: 0.4, whole: 0.6 } as const;
/** Where names fit alike: what a vehicle does is asked oftener than how a part fails. */
const OF_KIND: Readonly<Partial<Record<UnderstoodKind, number>>> = { component: 0.98, condition: 0.97, failure: 0.93 };
const MOST_OTHERS = 4;

/** One thing, by everything it is called. */
interface Thing {
  readonly named: Named;
  /** The words of each of its names. */
  readonly names: readonly (readonly string[])[];
}

type Near = (at: number, word: string) => number;

function takeNames(pieces: readonly string[], names: readonly Named[], free: Set<number>, take: Take): void {
  const things = thingsOf(names);
  const near = nearnessOf(pieces);
  const beside = new Map<number, Set<UnderstoodKind>>();
  for (;;) {
    const fits = things.flatMap((thing) => {
      const own = [...free].filter((at) => !beside.get(at)?.has(thing.named.kind));
      return fitOf(thing, own, near) ?? [];
    });
    fits.sort((a, b) => b.score - a.score || a.named.name.length - b.named.name.length);
    const [best] = fits;
    if (!best) break;
    take(best.named, best.at, othersOf(best, fits));
    for (const at of best.beside) beside.set(at, (beside.get(at) ?? new Set()).add(best.named.kind));
  }
  for (const at of beside.keys()) free.delete(at);
}

const idOf = ({ kind, key, owner }: Named) => `${kind} ${owner} ${key}`;

function thingsOf(names: readonly Named[]): readonly Thing[] {
  const things = new Map<string, { named: Named; names: (readonly string[])[] }>();
  for (const named of names) {
    const thing = things.get(idOf(named)) ?? { named, names: [] };
    thing.names.push(stemsOf(named.name));
    things.set(idOf(named), thing);
  }
  return [...things.values()];
}

/** Worked out once for each piece and word: names share most of their words. */
function nearnessOf(pieces: readonly string[]): Near {
  const stems = pieces.map((piece) => stemsOf(piece).filter((each) => stem(each) !== null));
  const kept = pieces.map(() => new Map<string, number>());
  return (at, word) => {
    const known = kept[at]?.get(word);
    if (known !== undefined) return known;
    const near = Math.max(0, ...(stems[at] ?? []).map((each) => nearness(each, word)));
    kept[at]?.set(word, near);
    return near;
  };
}

/** What a piece is worth that another name of the thing holds. */
const BESIDE = 0.5;

/** How far a thing is meant by the pieces that are still free: by the name that it is called by most, and what others add; null where it is not. */
function fitOf({ named, names }: Thing, free: readonly number[], near: Near): Fit | null {
  const all = new Map<number, number>();
  let best: { readonly used: ReadonlyMap<number, number>; readonly score: number } = { used: new Map(), score: 0 };
  for (const words of names) {
    const used = piecesIn(words, free, near);
    for (const [at, how] of used) all.set(at, Math.max(all.get(at) ?? 0, how));
    const score = sum(used.values()) * (SHARE.word + (SHARE.whole * used.size) / words.length);
    if (score > best.score) best = { used, score };
  }
  const beside = [...all].filter(([at]) => !best.used.has(at));
  const score = (best.score + BESIDE * sum(beside.map(([, how]) => how))) * (OF_KIND[named.kind] ?? 1);
  if (score < LEAST_SCORE) return null;
  const at = [...best.used.keys()].sort((a, b) => a - b);
  return { named, score, at, beside: beside.map(([each]) => each) };
}

/** Which pieces the words of a name are, each once, and how nearly. */
function piecesIn(words: readonly string[], free: readonly number[], near: Near): ReadonlyMap<number, number> {
  const used = new Map<number, number>();
  for (const word of words) {
    let [bestAt, best] = [-1, 0];
    for (const at of free) {
      const how = used.has(at) ? 0 : near(at, word);
      if (how > best) [bestAt, best] = [at, how];
    }
    if (best > 0) used.set(bestAt, best);
  }
  return used;
}

const sum = (values: Iterable<number>): number => [...values].reduce((total, each) => total + each, 0);

/** What else the same pieces may be. */
function othersOf(best: Fit, fits: readonly Fit[]): readonly Named[] {
  return fits
    .filter((fit) => fit !== best && fit.at.some((at) => best.at.includes(at)))
    .slice(0, MOST_OTHERS)
    .map(({ named }) => named);
}
