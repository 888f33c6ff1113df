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
  /** Of its component: an engine's faults are told by the engine, a gearbox's by the gearbox, a door's by the model. */
  readonly system?: string;
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
/** What is left of a group beside a better one, and what is part of one, has to stand for itself. */
const STANDS_ALONE = 0.01;

/**
 * Causes that are over-represented in a group of vehicles against all others: one-sided exact test over vehicles, Benjamini-Hochberg over all
 * causes and groups that were looked at; of groups that say the same, the one that says it best.
 */
export function proposalsFrom(variants: readonly VariantCount[], causes: readonly CauseSeen[]): readonly Proposal[] {
  const all = variants.reduce((sum, { vehicles }) => sum + vehicles, 0);
  const groups = groupsAmong(variants);
  const often = causes.filter(({ seen }) => seen.reduce((sum, { jobs }) => sum + jobs.length, 0) >= FEWEST_JOBS);
  const groupsOf = groupsByVariant(groups);
  const looked = often.flatMap((cause) => {
    const having = cause.seen.reduce((sum, { vehicles }) => sum + vehicles, 0);
    const reached = new Set(cause.seen.flatMap(({ variant }) => groupsOf.get(variant) ?? []));
    return [...reached].map((group) => lookAt(cause, group, { having, all }));
  });
  // In groups that a cause was never seen in chance does as well every time; they were looked at all the same.
  const never = new Array<number>(often.length * groups.length - looked.length).fill(1);
  const rates = falseDiscoveryRates([...looked.map(({ pValue }) => pValue), ...never]);
  const found = looked
    .map((each, at) => ({ ...each, qValue: rates[at] ?? 1 }))
    .filter(({ qValue, jobs }) => qValue <= MOST_FALSE && jobs.length >= FEWEST_JOBS)
    .sort((a, b) => a.pValue - b.pValue || wordiness(a.group) - wordiness(b.group));
  // A part of a group that does not stand out within it is the group's luck: the whole says it.
  const ofCause = new Map<CauseSeen, typeof found>(often.map((cause) => [cause, []]));
  for (const each of found) ofCause.get(each.cause)?.push(each);
  const parting = found.filter(
    (each) => !ofCause.get(each.cause)?.some((wide) => isWithin(each, wide) && !standsOutIn(each, wide)),
  );
  const vehicles = variants.map((variant) => variant.vehicles);
  const told = new Map(often.map((cause) => [cause, new SaidAlready(cause, vehicles)]));
  const kept = parting.filter(({ cause, group }) => {
    const others = told.get(cause);
    if (!others?.leavesMoreTo(group)) return false;
    others.add(group);
    return true;
  });
  return kept.map(({ cause, group, jobs, inGroup, elsewhere, pValue, qValue }) => ({
    component: cause.component,
    failure: cause.failure,
    applies: nameFor(cause, group),
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
  /** Other descriptions of the same vehicles. */
  readonly others: readonly Applies[];
  readonly members: ReadonlySet<number>;
  readonly vehicles: number;
}

function groupsByVariant(groups: readonly Group[]): ReadonlyMap<number, readonly Group[]> {
  const of = new Map<number, Group[]>();
  for (const group of groups)
    for (const at of group.members) {
      const own = of.get(at);
      if (own) own.push(group);
      else of.set(at, [group]);
    }
  return of;
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

const BY_ENGINE: ReadonlySet<string> = new Set(["engine", "fuel", "exhaust", "charging"]);
const BY_GEARBOX: ReadonlySet<string> = new Set(["transmission", "clutch"]);

/** Of several descriptions of the same vehicles the one that a mechanic would give for such a fault. */
function nameFor({ system = "" }: CauseSeen, { applies, others }: Group): Applies {
  const names = [applies, ...others];
  const isOfVehicle = ({ engines, transmissions }: Applies) => !engines.length && !transmissions.length;
  if (!system || BY_ENGINE.has(system)) return applies;
  if (BY_GEARBOX.has(system))
    return names.find(({ transmissions }) => transmissions.length > 0) ?? names.find(isOfVehicle) ?? applies;
  return names.find(isOfVehicle) ?? applies;
}

/** How much a group's description names; what says as much with fewer words comes first. */
function wordiness({
  applies: { make, models, engines, transmissions, markets, years },
}: Pick<Group, "applies">): number {
  const named = [make, models[0], engines[0], transmissions[0], markets[0], years];
  return named.filter(Boolean).length;
}

const isWithin = ({ group }: Looked, { group: wide }: Looked): boolean =>
  wide.members.size > group.members.size && every(group.members, (at) => wide.members.has(at));

function every(members: ReadonlySet<number>, holds: (at: number) => boolean): boolean {
  for (const at of members) if (!holds(at)) return false;
  return true;
}

/** Whether a part of a group has the cause more often than the rest of it does. */
const standsOutIn = ({ inGroup }: Looked, { inGroup: wide }: Looked): boolean =>
  exactUpperTail({ seen: inGroup.with, drawn: inGroup.of, having: wide.with, all: wide.of }) <= STANDS_ALONE;

/** What the groups that were kept of a cause already say: the vehicles that they hold, and what is left outside them. */
class SaidAlready {
  readonly #variants = new Set<number>();
  readonly #seen: ReadonlyMap<number, number>;
  #outside: { vehicles: number; having: number };

  constructor(
    cause: CauseSeen,
    private readonly vehicles: readonly number[],
  ) {
    this.#seen = new Map(cause.seen.map(({ variant, vehicles: own }) => [variant, own]));
    this.#outside = {
      vehicles: vehicles.reduce((sum, own) => sum + own, 0),
      having: cause.seen.reduce((sum, { vehicles: own }) => sum + own, 0),
    };
  }

  /** Whether what a group holds beside the others is over-represented by itself. */
  leavesMoreTo({ members }: Group): boolean {
    if (!this.#variants.size) return true;
    const left = this.#sumOf(members);
    if (left.having < FEWEST_JOBS) return false;
    const { vehicles: all, having } = this.#outside;
    return exactUpperTail({ seen: left.having, drawn: left.vehicles, having, all }) <= STANDS_ALONE;
  }

  add({ members }: Group): void {
    const { vehicles, having } = this.#sumOf(members);
    this.#outside = { vehicles: this.#outside.vehicles - vehicles, having: this.#outside.having - having };
    for (const at of members) this.#variants.add(at);
  }

  /** Of variants that no kept group holds. */
  #sumOf(members: ReadonlySet<number>) {
    let [vehicles, having] = [0, 0];
    for (const at of members) {
      if (this.#variants.has(at)) continue;
      vehicles += this.vehicles[at] ?? 0;
      having += this.#seen.get(at) ?? 0;
    }
    return { vehicles, having };
  }
}

const ANY: Applies = { make: null, models: [], years: null, engines: [], transmissions: [], markets: [] };
/** Fewer vehicles are no group. */
const FEWEST_VEHICLES = 3;

/** Makes, models, engines, transmissions, markets, an engine or transmission in a model, and spans of model years of models and engines. */
function groupsAmong(variants: readonly VariantCount[]): readonly Group[] {
  const groups = new Map<string, { readonly applies: Applies; readonly hasSpans: boolean; readonly at: number[] }>();
  const add = (at: number, applies: Applies, hasSpans = false) => {
    const key = JSON.stringify(applies);
    const group = groups.get(key) ?? { applies, hasSpans, at: [] };
    group.at.push(at);
    groups.set(key, group);
  };
  for (const [at, { make, model, engine, transmission, market }] of variants.entries()) {
    const own: Applies = { ...ANY, make, models: [model] };
    add(at, { ...ANY, make });
    add(at, own, true);
    for (const wide of [ANY, own]) {
      if (engine) add(at, { ...wide, engines: [engine] }, true);
      if (transmission) add(at, { ...wide, transmissions: [transmission] });
      if (market) add(at, { ...wide, markets: [market] });
    }
  }
  const vehiclesAt = (members: readonly number[]) =>
    members.reduce((sum, at) => sum + (variants[at]?.vehicles ?? 0), 0);
  const sized = (applies: Applies, members: readonly number[]): Group => ({
    applies,
    others: [],
    members: new Set(members),
    vehicles: vehiclesAt(members),
  });
  const all = [...groups.values()].flatMap(({ applies, hasSpans, at }) => [
    sized(applies, at),
    ...(hasSpans ? spansOf(at, variants).map(({ years, members }) => sized({ ...applies, years }, members)) : []),
  ]);
  const every = vehiclesAt([...variants.keys()]);
  return shortestNames(all).filter(({ vehicles }) => vehicles >= FEWEST_VEHICLES && vehicles < every);
}

/** Two descriptions of the same vehicles are one group; the shorter one names it. */
function shortestNames(groups: readonly Group[]): readonly Group[] {
  const distinct = new Map<string, Group>();
  for (const group of groups) {
    const who = [...group.members].sort((a, b) => a - b).join(",");
    const known = distinct.get(who);
    const [first, other] = !known || wordiness(group) < wordiness(known) ? [group, known] : [known, group];
    distinct.set(who, { ...first, others: [...first.others, ...(other ? [other.applies, ...other.others] : [])] });
  }
  return [...distinct.values()];
}

/** The longest span that is looked at, in model years. */
const MOST_YEARS = 6;

/** The members of a group by every span of model years. */
function spansOf(members: readonly number[], variants: readonly VariantCount[]) {
  const yearOf = (at: number) => variants[at]?.year ?? 0;
  const years = [...new Set(members.map(yearOf))].sort((a, b) => a - b);
  return years.flatMap((from) =>
    years
      .filter((to) => to >= from && to - from < MOST_YEARS)
      .map((to) => ({
        years: [from, to] as const,
        members: members.filter((at) => yearOf(at) >= from && yearOf(at) <= to),
      })),
  );
}
