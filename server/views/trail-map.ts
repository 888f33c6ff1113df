import "server-only";
import { causeKey, type Cause, type CauseKey } from "@/core/book";
import { causeName, lowerFirst, type Labels } from "@/core/words";
import type { RoadNow } from "@/core/odds";
import { entryShortText, entryText } from "@/core/entries";
import {
  layOutTrailMap,
  MAP_WIDTH,
  NOT_IN_THE_BOOK,
  renamedOdds,
  type Crossing,
  type Move,
  type OddsRecord,
  type Road,
} from "@/core/trail";
import type { EntryWithOdds } from "@/server/db/trail";
import type { MergedWord, WordKind } from "@/server/db/words";

export interface CrossingView extends Crossing {
  /** The entry in full, where its label is short. */
  readonly title: string;
  readonly minutes: number;
  readonly moves: readonly (Move & { readonly name: string })[];
}

export interface RoadView extends Road {
  readonly name: string;
  readonly closedText: string | null;
}

/** The trail map as a sheet draws it. */
export interface TrailMapView {
  readonly roads: readonly RoadView[];
  readonly crossings: readonly CrossingView[];
  /** Of the roads' paths, in their own units. */
  readonly width: number;
  readonly height: number;
  /** The book says something else than at the last entry: the roads end in what it says today. */
  readonly bookChanged: boolean;
}

/** What a cause that was recorded counts as now that words of it were merged. */
export function currentCause(merged: readonly MergedWord[]): (key: CauseKey) => CauseKey {
  if (!merged.length) return (key) => key;
  const into = new Map(merged.map((each) => [`${each.kind}/${each.key}`, each.into]));
  return (key) => {
    const [component = "", failure = ""] = key.split("/");
    const now = (kind: WordKind, word: string) => into.get(`${kind}/${word}`) ?? word;
    return causeKey({ component: now("component", component), failure: now("failure", failure) });
  };
}

interface Now {
  readonly odds: OddsRecord;
  /** The suspects that a technician named. */
  readonly named: readonly Cause[];
  readonly roads: readonly RoadNow[];
  readonly labels: Labels;
  readonly current: (key: CauseKey) => CauseKey;
}

/** The roads as they were recorded, entry after entry; they end in today's odds, where the book has changed since. */
export function trailMap(
  trail: readonly EntryWithOdds[],
  { odds: now, named: suspects, roads, labels, current }: Now,
): TrailMapView {
  const recorded = thinned(
    trail.flatMap((entry) => {
      const { seq, body, odds, minutes } = entry;
      if (!odds) return [];
      return {
        seq,
        label: entryShortText(labels, body),
        title: entryText(labels, body),
        minutes,
        odds: renamedOdds(odds, current),
      };
    }),
  );
  const last = recorded.at(-1);
  const bookChanged = last !== undefined && oddsDiffer(last.odds, now);
  const today = { seq: NOW_SEQ, label: "now", title: "The book has changed since", minutes: 0, odds: now };
  const stops = bookChanged ? [...recorded, today] : recorded;
  const through = new Set(roads.flatMap(({ cause, state }) => (state === "through" ? [cause.key] : [])));
  const named = new Set(suspects.map((cause) => causeKey(cause)));
  const map = layOutTrailMap(stops, { through, named });
  return {
    ...map,
    width: MAP_WIDTH,
    bookChanged,
    crossings: map.crossings.map((crossing, at) => ({
      ...crossing,
      title: stops[at]?.title ?? crossing.label,
      minutes: stops[at]?.minutes ?? 0,
      moves: crossing.moves.map((move) => ({ ...move, name: roadName(move, labels) })),
    })),
    roads: map.roads.map((road) => ({ ...road, name: roadName(road, labels), closedText: closedText(road) })),
  };
}

/** More crossings than these nobody tells apart. */
const MOST_CROSSINGS = 120;

interface Stop {
  readonly minutes: number;
  readonly odds: OddsRecord;
}

/** Of a long trail the entries that moved a road, the first and the last; the minutes of the others count with the next one that stays. */
function thinned<Each extends Stop>(stops: readonly Each[]): readonly Each[] {
  if (stops.length <= MOST_CROSSINGS) return stops;
  const kept: Each[] = [];
  let minutes = 0;
  for (const [at, stop] of stops.entries()) {
    minutes += stop.minutes;
    const before = kept.at(-1);
    if (before && at < stops.length - 1 && !oddsDiffer(before.odds, stop.odds)) continue;
    kept.push({ ...stop, minutes });
    minutes = 0;
  }
  return kept;
}

/** No entry has it. */
const NOW_SEQ = 0;
/** Odds that differ by less look the same. */
const LOOKS_OTHER = 0.01;

function oddsDiffer(before: OddsRecord, now: OddsRecord): boolean {
  const p = (odds: OddsRecord, key: CauseKey) => odds.suspects.find(({ cause }) => cause === key)?.p ?? 0;
  const keys = [...before.suspects, ...now.suspects].map(({ cause }) => cause);
  return (
    Math.abs(before.unknown - now.unknown) >= LOOKS_OTHER ||
    keys.some((key) => Math.abs(p(before, key) - p(now, key)) >= LOOKS_OTHER)
  );
}

function roadName({ key }: Pick<Road, "key">, labels: Labels): string {
  if (key === NOT_IN_THE_BOOK) return "Not in the book";
  const [component = "", failure = ""] = key.split("/");
  return causeName(labels, { component, failure });
}

function closedText({ closedBy }: Road): string | null {
  if (!closedBy) return null;
  return closedBy.kind === "tried" ? "closed: repaired in vain" : `closed: ${lowerFirst(closedBy.outcome)}`;
}
