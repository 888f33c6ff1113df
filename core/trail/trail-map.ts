import { area, curveMonotoneX } from "d3-shape";
import { scaleLinear } from "d3-scale";
import type { CauseKey } from "@/core/book";
import type { Closure } from "@/core/odds";
import type { OddsRecord } from "./odds-record";

/** One entry as the map needs it. */
export interface MapStop {
  readonly seq: number;
  readonly label: string;
  readonly minutes: number;
  readonly odds: OddsRecord;
}

export const NOT_IN_THE_BOOK = "unknown";

export type RoadState = "open" | "closed" | "through";

export interface Road {
  /** A cause, or `NOT_IN_THE_BOOK`. */
  readonly key: CauseKey | typeof NOT_IN_THE_BOOK;
  readonly state: RoadState;
  /** Probability now. */
  readonly p: number;
  /** SVG path in the map's own units: x from 0 to `MAP_WIDTH`. */
  readonly path: string;
  /** Centre line, in px from the top. */
  readonly y: number;
  /** Where the road ends, as a share of the width: before 1 only for a closed road. */
  readonly endShare: number;
  readonly endHalfWidth: number;
  readonly closedBy: Closure["by"] | null;
}

export interface Crossing {
  readonly seq: number;
  readonly label: string;
  /** 0 to 1 across the map. */
  readonly share: number;
  /** Row of the label above the map, 0 nearest; null where there is no room for it. */
  readonly row: number | null;
  /** A label near the right edge ends at its crossing instead of starting there. */
  readonly anchor: "start" | "middle" | "end";
  /** What the entry moved, most moved first; of the first entry nothing. */
  readonly moves: readonly Move[];
}

/** A road that an entry made wider or narrower. */
export interface Move {
  readonly key: Road["key"];
  readonly from: number;
  readonly to: number;
  /** The entry closed the road. */
  readonly closes: boolean;
}

/** A move of less than this cannot be seen. */
const LEAST_MOVE = 0.01;
const MOST_MOVES = 5;

type Placed = Omit<Crossing, "moves">;

export interface TrailMap {
  readonly roads: readonly Road[];
  readonly crossings: readonly Crossing[];
  readonly height: number;
}

/** The map's own horizontal units; it is stretched to the width it is given. */
export const MAP_WIDTH = 1000;
const MOST_ROADS = 12;
/** Open roads that nothing speaks for any more say little: so many of them, those that were widest. */
const MOST_IDLE = 4;
const IDLE = 0.01;
/** A suspect gets a road once it was ever this likely. */
const WORTH_A_ROAD = 0.03;
/** Half the width of a certain road, and of one that can only just be seen, in px. */
const WIDEST_HALF = 15;
const THINNEST_HALF = 1;
/** Room for a line of text; many roads stand closer, so that the next step is still on the screen. */
const LANES = { wide: { gap: 14, least: 32 }, close: { gap: 8, least: 22 } } as const;
const MANY_ROADS = 7;
/** Entries that took no time still need room to be told apart. */
const LEAST_STEP_SHARE = 0.04;
const LABEL_ROWS = 2;
/** Label width as a share of the map, per character: 7 px of 465, the narrowest that the map is drawn. */
const CHARACTER_SHARE = 0.015;

/** Causes that have a road whatever their odds. */
interface OnTheMap {
  /** Proved, or their repair helped: their roads run through to the edge. */
  readonly through: ReadonlySet<CauseKey>;
  /** Suspected by a technician. */
  readonly named: ReadonlySet<CauseKey>;
}

/**
 * Lays out the trail map: one road a suspect, as wide as its probability after each entry, over the minutes spent.
 */
export function layOutTrailMap(stops: readonly MapStop[], { through, named }: OnTheMap): TrailMap {
  const shares = crossingShares(stops);
  const keys = roadKeys(stops, { through, named });
  const { gap, least } = keys.length < MANY_ROADS ? LANES.wide : LANES.close;
  let y = 0;
  const roads = keys.map((key) => {
    const widest = Math.max(...stops.map(({ odds }) => halfWidth(pOf(odds, key))));
    const lane = Math.max(least, widest * 2 + gap);
    const road = layOutRoad({
      key,
      stops,
      shares,
      y: y + lane / 2,
      isThrough: key !== NOT_IN_THE_BOOK && through.has(key),
    });
    y += lane;
    return road;
  });
  const crossings = placeLabels(stops, shares).map((crossing, at) => ({
    ...crossing,
    moves: movesAt(stops, at, keys),
  }));
  return { roads, crossings, height: Math.round(y) };
}

function movesAt(stops: readonly MapStop[], nth: number, keys: readonly Road["key"][]): readonly Move[] {
  const [before, after] = [stops[nth - 1]?.odds, stops[nth]?.odds];
  if (!before || !after) return [];
  const isClosed = (odds: OddsRecord, key: Road["key"]) => odds.closed.some(({ cause }) => cause === key);
  return keys
    .map((key) => ({
      key,
      from: pOf(before, key),
      to: pOf(after, key),
      closes: isClosed(after, key) && !isClosed(before, key),
    }))
    .filter(({ from, to, closes }) => closes || Math.abs(to - from) >= LEAST_MOVE)
    .sort((a, b) => Math.abs(b.to - b.from) - Math.abs(a.to - a.from))
    .slice(0, MOST_MOVES);
}

/** Where each entry crosses, by minutes spent, with a least distance between two. */
function crossingShares(stops: readonly MapStop[]): readonly number[] {
  const total = Math.max(
    1,
    stops.reduce((sum, { minutes }) => sum + minutes, 0),
  );
  const least = Math.min(LEAST_STEP_SHARE, 0.8 / Math.max(1, stops.length));
  const steps = stops.map(({ minutes }, index) => (index === 0 ? 0 : Math.max(minutes / total, least)));
  const length = Math.max(
    1e-9,
    steps.reduce((a, b) => a + b, 0),
  );
  // The last entry stands short of the edge, so that "now" has a stretch of road of its own.
  const reach = stops.length > 1 ? 0.96 : 0;
  let at = 0;
  return steps.map((step) => (at += step) && (at / length) * reach);
}

/** The suspects that get a road: open ones by their odds now, closed ones behind them by how likely they once were. */
function roadKeys(stops: readonly MapStop[], { through, named }: OnTheMap): readonly Road["key"][] {
  const now = stops.at(-1)?.odds;
  if (!now) return [];
  const closed = new Set(now.closed.map(({ cause }) => cause));
  const best = new Map<CauseKey, number>();
  // What the vehicle alone suggests is no road yet, as soon as there is anything more to go by.
  const telling = stops.length > 1 ? stops.slice(1) : stops;
  for (const { odds } of telling)
    for (const { cause, p } of odds.suspects) best.set(cause, Math.max(best.get(cause) ?? 0, p));
  for (const key of [...through, ...named]) best.set(key, Math.max(best.get(key) ?? 0, pOf(now, key)));
  const rank = (key: CauseKey) =>
    through.has(key)
      ? 2
      : named.has(key) && !closed.has(key)
        ? 1 + pOf(now, key)
        : closed.has(key)
          ? (best.get(key) ?? 0) - 1
          : pOf(now, key);
  const worth = [...best]
    .filter(([key, p]) => p >= WORTH_A_ROAD || through.has(key) || named.has(key) || closed.has(key))
    .map(([key]) => key)
    .sort((a, b) => rank(b) - rank(a));
  const isIdle = (key: CauseKey) => !through.has(key) && !named.has(key) && !closed.has(key) && pOf(now, key) < IDLE;
  const idle = worth.filter(isIdle).sort((a, b) => (best.get(b) ?? 0) - (best.get(a) ?? 0));
  const left = new Set(idle.slice(MOST_IDLE));
  const known = worth.filter((key) => !left.has(key)).slice(0, MOST_ROADS - 1);
  return [...known, NOT_IN_THE_BOOK];
}

function pOf(odds: OddsRecord, key: Road["key"]): number {
  if (key === NOT_IN_THE_BOOK) return odds.unknown;
  return odds.suspects.find(({ cause }) => cause === key)?.p ?? 0;
}

const halfWidth = scaleLinear([0, 1], [THINNEST_HALF, WIDEST_HALF]).clamp(true);

interface RoadInput {
  readonly key: Road["key"];
  readonly stops: readonly MapStop[];
  readonly shares: readonly number[];
  readonly y: number;
  readonly isThrough: boolean;
}

function layOutRoad({ key, stops, shares, y, isThrough }: RoadInput): Road {
  const last = stops.at(-1)?.odds;
  const closure = last?.closed.find(({ cause }) => cause === key) ?? null;
  const endIndex = closure && !isThrough ? closedAt(stops, key) : null;
  const shown = endIndex === null ? stops : stops.slice(0, endIndex + 1);
  const points = shown.map(({ odds }, index) => ({ share: shares[index] ?? 0, half: halfWidth(pOf(odds, key)) }));
  // A closing entry ends the road at the width it had when it came to the bar.
  if (endIndex !== null && points.length > 1)
    points[points.length - 1] = { ...at(points, -1), half: at(points, -2).half };
  if (endIndex === null) points.push({ share: 1, half: at(points, -1).half });
  const end = at(points, -1);
  return {
    key,
    state: isThrough ? "through" : closure ? "closed" : "open",
    p: last ? pOf(last, key) : 0,
    path: roadPath(points, y),
    y,
    endShare: end.share,
    endHalfWidth: end.half,
    closedBy: isThrough ? null : (closure?.by ?? null),
  };
}

function closedAt(stops: readonly MapStop[], key: Road["key"]): number {
  let index = stops.length - 1;
  while (index > 0 && stops[index - 1]?.odds.closed.some(({ cause }) => cause === key)) index--;
  return index;
}

interface RoadPoint {
  readonly share: number;
  readonly half: number;
}

/** A road changes its width just before the crossing that changed it, as a road widens at a junction. */
function roadPath(points: readonly RoadPoint[], y: number): string {
  const taper = 0.018;
  const widened = points.flatMap((point, index) => {
    const before = points[index - 1];
    if (!before) return [point];
    const start = Math.max(before.share, point.share - taper);
    return [{ share: start, half: before.half }, point];
  });
  const draw = area<RoadPoint>()
    .x(({ share }) => round(share * MAP_WIDTH))
    .y0(({ half }) => round(y + half))
    .y1(({ half }) => round(y - half))
    .curve(curveMonotoneX);
  return draw(widened) ?? "";
}

/** Labels stand above their crossing in the first row that has room; the first and the last always find one. */
function placeLabels(stops: readonly MapStop[], shares: readonly number[]): readonly Placed[] {
  const taken: { from: number; to: number; row: number }[] = [];
  const place = (index: number): Placed => {
    const { seq, label } = at(stops, index);
    const share = shares[index] ?? 0;
    const width = label.length * CHARACTER_SHARE + 0.02;
    const anchor = share < width / 2 ? "start" : share + width / 2 > 1 ? "end" : "middle";
    const from = anchor === "start" ? share : anchor === "end" ? share - width : share - width / 2;
    const free = (row: number) =>
      !taken.some((label) => label.row === row && label.from < from + width && from < label.to);
    const row = Array.from({ length: LABEL_ROWS }, (_, at) => at).find(free) ?? null;
    if (row !== null) taken.push({ from, to: from + width, row });
    return { seq, label, share, row, anchor };
  };
  const order = stops.map((_, index) => index).sort((a, b) => priority(b, stops.length) - priority(a, stops.length));
  const placed = new Map(order.map((index) => [index, place(index)]));
  return stops.map((_, index) => placed.get(index)).filter((crossing) => crossing !== undefined);
}

function priority(index: number, count: number): number {
  return index === 0 ? count + 1 : index;
}

function at<T>(list: readonly T[], index: number): T {
  const item = list.at(index);
  if (item === undefined) throw new Error(`trail map: no item ${index} of ${list.length}`);
  return item;
}

function round(value: number): number {
  return Math.round(value * 100) / 100;
}
