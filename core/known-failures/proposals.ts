import type { Applies, Cause } from "@/core/book";
import { exactUpperTail, falseDiscoveryRates, rateRatioLow, type Share } from "@/core/statistics";

/** Vehicles that are built alike, and how many of them the shop knows. */
export interface VariantCount {
  readonly make: string;
  readonly model: string;
  readonly year: number;
  readonly engine: string | null;
  readonly transmission: string | null;
  readonly market: string | null;
  readonly vehicles: number;
}

/** A cause with the vehicles of each variant that had it, by the variant's place in the list. */
export interface CauseSeen extends Cause {
  readonly seen: readonly { readonly variant: number; readonly vehicles: number; readonly jobs: readonly string[] }[];
}

/** What the jobs themselves propose: a cause that is over-represented in a group of vehicles. */
export interface Proposal extends Cause {
  readonly applies: Applies;
  readonly jobs: readonly string[];
  readonly inGroup: Share;
  readonly elsewhere: Share;
  readonly rateRatioLow: number;
  readonly pValue: number;
  readonly qValue: number;
}

/** Fewer jobs propose nothing. */
const FEWEST_JOBS = 3;
/** So many of what is proposed may be chance. */
const MOST_FALSE = 0.1;
/** What is left of a group beside a better one has to stand for itself. */
const STANDS_ALONE = 0.01;

/**
 * Causes that are over-represented in a group of vehicles against all others: one-sided exact test over vehicles, Benjamini-Hochberg over all
 * causes and groups that were looked at; of groups that say the same, the one that says it best.
 */
export function proposalsFrom(variants: readonly VariantCount[], causes: readonly CauseSeen[]): readonly Proposal[] {
  const all = variants.reduce((sum, { vehicles }) => sum + vehicles, 0);
  const groups = groupsAmong(variants);
  const often = causes.filter(({ seen }) => seen.reduce((sum, { jobs }) => sum + jobs.length, 0) >= FEWEST_JOBS);
  const looked = often.flatMap((cause) => {
    const having = cause.seen.reduce((sum, { vehicles }) => sum + vehicles, 0);
    return groups.map((group) => lookAt(cause, group, { having, all }));
  });
  const rates = falseDiscoveryRates(looked.map(({ pValue }) => pValue));
  const found = looked
    .map((each, at) => ({ ...each, qValue: rates[at] ?? 1 }))
    .filter(({ qValue, jobs }) => qValue <= MOST_FALSE && jobs.length >= FEWEST_JOBS)
    .sort((a, b) => a.pValue - b.pValue || wideness(a.group) - wideness(b.group));
  const kept: (typeof found)[number][] = [];
  for (const each of found) if (saysMore(each, kept, variants)) kept.push(each);
  return kept.map(({ cause, group, jobs, inGroup, elsewhere, pValue, qValue }) => ({
    component: cause.component,
    failure: cause.failure,
    applies: group.applies,
    jobs,
    inGroup,
    elsewhere,
    rateRatioLow: rateRatioLow(inGroup, elsewhere),
    pValue,
    qValue,
  }));
}

interface Group {
  readonly applies: Applies;
  readonly members: ReadonlySet<number>;
  readonly vehicles: number;
}

interface Looked {
  readonly cause: CauseSeen;
  readonly group: Group;
  readonly jobs: readonly string[];
  readonly inGroup: Share;
  readonly elsewhere: Share;
  readonly pValue: number;
}

function lookAt(cause: CauseSeen, group: Group, { having, all }: { having: number; all: number }): Looked {
  const own = cause.seen.filter(({ variant }) => group.members.has(variant));
  const seen = own.reduce((sum, { vehicles }) => sum + vehicles, 0);
  return {
    cause,
    group,
    jobs: own.flatMap(({ jobs }) => jobs),
    inGroup: { with: seen, of: group.vehicles },
    elsewhere: { with: having - seen, of: all - group.vehicles },
    pValue: exactUpperTail({ seen, drawn: group.vehicles, having, all }),
  };
}

/** What says as much with fewer words comes first. */
const wideness = ({ applies }: Group): number =>
  [
    applies.make,
    applies.models.length,
    applies.engines.length,
    applies.transmissions.length,
    applies.markets.length,
  ].filter(Boolean).length + (applies.years ? 1 : 0);

/** Whether what a group holds beside those that were kept of the same cause is over-represented by itself. */
function saysMore(each: Looked, kept: readonly Looked[], variants: readonly VariantCount[]): boolean {
  const same = kept.filter(({ cause }) => cause === each.cause);
  if (!same.length) return true;
  const told = new Set(same.flatMap(({ group }) => [...group.members]));
  const left = [...each.group.members].filter((at) => !told.has(at));
  const outside = variants.map((_, at) => at).filter((at) => !told.has(at));
  const vehiclesIn = (places: readonly number[]) => places.reduce((sum, at) => sum + (variants[at]?.vehicles ?? 0), 0);
  const seenIn = (places: readonly number[]) => {
    const own = new Set(places);
    return each.cause.seen.reduce((sum, { variant, vehicles }) => (own.has(variant) ? sum + vehicles : sum), 0);
  };
  const seen = seenIn(left);
  if (seen < FEWEST_JOBS) return false;
  const drawn = { seen, drawn: vehiclesIn(left), having: seenIn(outside), all: vehiclesIn(outside) };
  return exactUpperTail(drawn) <= STANDS_ALONE;
}

const ANY: Applies = { make: null, models: [], years: null, engines: [], transmissions: [], markets: [] };
/** Fewer vehicles are no group. */
const FEWEST_VEHICLES = 3;

/** Makes, models, engines, transmissions, markets, an engine or transmission in a model, and spans of model years of models and engines. */
function groupsAmong(variants: readonly VariantCount[]): readonly Group[] {
  const groups = new Map<string, { applies: Applies; members: Set<number> }>();
  const add = (applies: Applies, at: number) => {
    const key = JSON.stringify(applies);
    const group = groups.get(key) ?? { applies, members: new Set<number>() };
    group.members.add(at);
    groups.set(key, group);
  };
  for (const [at, { make, model, engine, transmission, market }] of variants.entries()) {
    const own: Applies = { ...ANY, make, models: [model] };
    add({ ...ANY, make }, at);
    add(own, at);
    if (engine) add({ ...ANY, engines: [engine] }, at);
    if (transmission) add({ ...ANY, transmissions: [transmission] }, at);
    if (market) add({ ...ANY, markets: [market] }, at);
    if (engine) add({ ...own, engines: [engine] }, at);
    if (transmission) add({ ...own, transmissions: [transmission] }, at);
    if (market) add({ ...own, markets: [market] }, at);
  }
  const sized = (applies: Applies, members: ReadonlySet<number>): Group => ({
    applies,
    members,
    vehicles: [...members].reduce((sum, at) => sum + (variants[at]?.vehicles ?? 0), 0),
  });
  const plain = [...groups.values()].map(({ applies, members }) => sized(applies, members));
  const spans = plain
    .filter(({ applies }) => wideness(sized(applies, new Set())) === 2 || applies.engines.length === 1)
    .flatMap((group) =>
      spansOf(group, variants).map(({ years, members }) => sized({ ...group.applies, years }, members)),
    );
  const every = variants.reduce((sum, { vehicles }) => sum + vehicles, 0);
  const distinct = new Map<string, Group>();
  for (const group of [...plain, ...spans]) {
    const who = [...group.members].sort((a, b) => a - b).join(",");
    // Two descriptions of the same vehicles are one group; the shorter one names it.
    const known = distinct.get(who);
    if (!known || wideness(group) < wideness(known)) distinct.set(who, group);
  }
  return [...distinct.values()].filter(({ vehicles }) => vehicles >= FEWEST_VEHICLES && vehicles < every);
}

/** The shortest and the longest span that is looked at, in model years. */
const SPAN = { least: 1, most: 6 } as const;

function spansOf({ members }: Group, variants: readonly VariantCount[]) {
  const yearOf = (at: number) => variants[at]?.year ?? 0;
  const years = [...new Set([...members].map(yearOf))].sort((a, b) => a - b);
  return years.flatMap((from) =>
    years
      .filter((to) => to >= from && to - from + 1 >= SPAN.least && to - from + 1 <= SPAN.most)
      .map((to) => ({
        years: [from, to] as const,
        members: new Set([...members].filter((at) => yearOf(at) >= from && yearOf(at) <= to)),
      })),
  );
}
