import { int, num } from "@/core/place";
import {
  COULD_NOT_TELL,
  EFFECT_KINDS,
  NOT_DONE,
  type Effect,
  type EffectKind,
  type Procedure,
  covers,
  type Cause,
  addCounts,
  NO_COUNT,
  type Count,
  type CountsByCause,
  type Book,
  placesOf,
  type Places,
} from "@/core/book";
import { keptBeside } from "@/core/kept";

/**
 * Likelihood ratio that a procedure's author declares for an outcome, against a suspect it says nothing about. What was measured or seen
 * at the part itself is wrong once in some hundred.
 */
export const DECLARED_RATIO: Record<EffectKind, number> = {
  proves: 300,
  confirms: 20,
  supports: 4,
  weakens: 1 / 4,
  clears: 1 / 20,
};
/** What a declared effect, as far as this shop's are to be trusted, weighs against the counts of its very cause, in jobs. */
const DECLARED_JOBS = 4;
/** What the base weighs against what was seen with a cause that the procedure does not speak of: chance, until many jobs say otherwise. */
const SIDE_JOBS = 40;
/** The same where the cause is of the component that the procedure tests. */
const OWN_PART_JOBS = 8;
/** A side effect counts as one where so many jobs showed it, and it makes the cause so many times as likely or unlikely. */
const SIDE_COUNTED = { jobs: 8, times: 2 } as const;
/** A component that fails in a way nobody has seen comes out bad on its own test so often, where the book names no failure of it. */
const BAD_ON_OWN_TEST = 0.65;
/** How far it comes out as the component's known failures do; less where the outcome names one of them, hardly where it was seen. */
const LIKE_ITS_KNOWN = 0.6;
const LIKE_THE_NAMED = { proves: 0.05, confirms: 0.25, supports: 0.45 } as const;
/**
 * A cause of another component of a system shows on a test as one of its system in so many cases, else as one that it says nothing of: hardly
 * where the outcome was seen at a part of its own.
 */
const LIKE_ITS_SYSTEM = 0.3;
const LIKE_ANOTHERS = { proves: 0.01, confirms: 0.05, supports: 0.15 } as const;
/** What the declared ratios weigh against how declared effects of their kind came true here, in jobs. */
const TRUST_JOBS = 15;
/** What the declared base weighs against the counts of the causes that a procedure does not speak of, in jobs; more where it proves. */
const BASE_JOBS = 8;
const PROVING_BASE_JOBS = 80;

/** P(outcome | cause) of a procedure: from its declared effects, moving to the shop's counts as they grow. */
export interface OutcomeModel {
  readonly outcomes: readonly string[];
  /** By outcome: for a cause that the procedure says nothing about, and for a vehicle on which nothing is wrong. Sums to 1. */
  readonly base: readonly number[];
  /** By outcome, then the hypothesis's place. */
  readonly rates: readonly Float64Array[];
  counts(at: number, outcome: number): { readonly seen: Count; readonly of: Count };
  /** By the cause's place: how many times as likely its firmest outcome is with it. */
  readonly speaksFor: Float64Array;
  /** By the hypothesis's place: whether it was declared of it, or counted often enough to be no chance. */
  readonly speaksOf: readonly boolean[];
}

type Unpriced = Omit<Book, "shop">;
type Models = ReadonlyMap<string, OutcomeModel>;

const KEPT = keptBeside<Book["causes"], WeakMap<Book["outcomes"], WeakMap<Book["procedures"], Models>>>(
  "outcome models",
);

/** Every procedure of the book with what its outcomes say; made once for the same book. */
export function outcomeModels(book: Unpriced): ReadonlyMap<string, OutcomeModel> {
  const making = outcomeModelsInPieces(book);
  for (;;) {
    const { done, value } = making.next();
    if (done) return value;
  }
}

/** The same, a procedure at each step. */
export function* outcomeModelsInPieces(book: Unpriced): Generator<void, Models> {
  const { causes, outcomes, procedures } = book;
  const byOutcomes = KEPT.get(causes) ?? new WeakMap<Book["outcomes"], WeakMap<Book["procedures"], Models>>();
  KEPT.set(causes, byOutcomes);
  const byProcedures = byOutcomes.get(outcomes) ?? new WeakMap<Book["procedures"], Models>();
  byOutcomes.set(outcomes, byProcedures);
  const kept = byProcedures.get(procedures);
  if (kept) return kept;
  const sheets: Sheet[] = [];
  for (const procedure of procedures) {
    sheets.push(sheetOf(book, procedure));
    yield;
  }
  const trust = trustIn(sheets);
  const places = placesOf(book);
  const models = new Map<string, OutcomeModel>();
  for (const sheet of sheets) {
    models.set(sheet.procedure.key, modelOf(sheet, trust, places));
    yield;
  }
  byProcedures.set(procedures, models);
  return models;
}

/** One procedure as declared and as counted. */
interface Sheet {
  readonly procedure: Procedure;
  readonly outcomes: readonly string[];
  readonly declaredBase: readonly number[];
  /** By outcome, then cause: the declared effect. */
  readonly effects: readonly (readonly (EffectKind | null)[])[];
  /** By outcome, then cause. */
  readonly seen: readonly Float64Array[];
  readonly of: Float64Array;
  readonly base: readonly number[];
  readonly counted: ReadonlyMap<string, CountsByCause>;
  readonly causes: Book["causes"];
}

function sheetOf({ causes, outcomes: counters }: Unpriced, procedure: Procedure): Sheet {
  const counted = counters.get(procedure.key) ?? new Map<string, CountsByCause>();
  const known = procedure.outcomes.filter(({ key }) => key !== COULD_NOT_TELL && key !== NOT_DONE);
  const outcomes = known.map(({ key }) => key);
  const effects = known.map((outcome) => causes.map((cause) => effectOn(outcome.effects, cause)));
  const seen = outcomes.map((key) =>
    Float64Array.from(causes, (cause) => (counted.get(key)?.get(cause.key) ?? NO_COUNT).weight),
  );
  const of = Float64Array.from(causes, (_, at) => seen.reduce((sum, own) => sum + num(own, at), 0));
  const declaredBase = baseOf(known.map((outcome) => outcome.effects));
  const silent = causes.map((_, at) => effects.every((own) => own[at] === null));
  const sum = (values: Float64Array) => values.reduce((total, value, at) => (silent[at] ? total + value : total), 0);
  const all = sum(of);
  const proving = known.some((outcome) => outcome.effects.some(({ effect }) => effect === "proves"));
  const weight = proving ? PROVING_BASE_JOBS : BASE_JOBS;
  const base = outcomes.map((_, nth) => (sum(seen[nth] ?? of) + weight * (declaredBase[nth] ?? 0)) / (all + weight));
  return { procedure, outcomes, declaredBase, effects, seen, of, base, counted, causes };
}

/**
 * How often each outcome shows on a vehicle whose cause the procedure does not speak of. An outcome that confirms something
 * 20 to 1 must be rare elsewhere, at most 1 in 20: its base is the inverse of its strongest ratio.
 */
function baseOf(outcomes: readonly (readonly Effect[])[]): readonly number[] {
  const rare = outcomes.map((effects) => 1 / Math.max(1, ...effects.map(({ effect }) => DECLARED_RATIO[effect])));
  const sum = rare.reduce((total, value) => total + value, 0);
  return rare.map((value) => value / sum);
}

/**
 * How declared effects of each kind came true in this shop: the ratio of what was seen with the causes they were declared of to what
 * the base would have shown there. Some effects are wrong and most are exaggerated; a shop's own jobs tell how far to trust them.
 */
function trustIn(sheets: readonly Sheet[]): Readonly<Record<EffectKind, number>> {
  const ratio = (kind: EffectKind): number => {
    let [seen, expected] = [0, 0];
    for (const { effects, seen: counted, of, base } of sheets)
      for (const [nth, own] of effects.entries())
        for (const [at, effect] of own.entries())
          if (effect === kind) {
            seen += counted[nth]?.[at] ?? 0;
            expected += num(of, at) * (base[nth] ?? 0);
          }
    // A declared ratio is worth so many jobs at the base it was made for.
    const prior = TRUST_JOBS / Math.max(1, DECLARED_RATIO[kind]);
    return (seen + prior * DECLARED_RATIO[kind]) / (expected + prior);
  };
  return Object.fromEntries(EFFECT_KINDS.map((kind) => [kind, ratio(kind)])) as Record<EffectKind, number>;
}

function modelOf(sheet: Sheet, trust: Readonly<Record<EffectKind, number>>, places: Places): OutcomeModel {
  const { outcomes, effects, seen, of, base, counted, causes, procedure } = sheet;
  const rates = outcomes.map(() => new Float64Array(places.size));
  const speaksOf = new Array<boolean>(places.size).fill(false);
  const speaksFor = new Float64Array(causes.length);
  for (const [at, cause] of causes.entries()) {
    const declared = effects.some((own) => own[at] !== null);
    const raw = outcomes.map((_, nth) => {
      const effect = effects[nth]?.[at];
      return (base[nth] ?? 0) * (effect ? trust[effect] : 1);
    });
    const whole = raw.reduce((sum, value) => sum + value, 0);
    const total = num(of, at);
    const weight = declared ? DECLARED_JOBS : cause.component === procedure.component ? OWN_PART_JOBS : SIDE_JOBS;
    for (const [nth, own] of rates.entries())
      own[at] = ((seen[nth]?.[at] ?? 0) + (weight * (raw[nth] ?? 0)) / whole) / (total + weight);
    const ratio = Math.max(...rates.map((own, nth) => Math.abs(Math.log(num(own, at) / (base[nth] ?? 1)))));
    speaksFor[at] = Math.max(...rates.map((own, nth) => num(own, at) / (base[nth] ?? 1)));
    speaksOf[at] = declared || (total >= SIDE_COUNTED.jobs && ratio >= Math.log(SIDE_COUNTED.times));
  }
  unlistedRates(sheet, places, rates, speaksOf);
  return {
    outcomes,
    base,
    rates,
    counts: (at, nth) => {
      const key = causes[at]?.key;
      const countOf = (outcome: string | undefined) => (key && outcome && counted.get(outcome)?.get(key)) || NO_COUNT;
      const all = outcomes.map(countOf);
      return { seen: countOf(outcomes[nth]), of: all.reduce(addCounts, NO_COUNT) };
    },
    speaksFor,
    speaksOf,
  };
}

/** What is not in the book, on this test: a component's own test comes out bad on it whatever its failure; else it shows as its like. */
function unlistedRates(sheet: Sheet, places: Places, rates: readonly Float64Array[], speaksOf: boolean[]): void {
  const { base, procedure, outcomes } = sheet;
  const bySystem = rates.map((own) => meanBy(places.system, places.systemNames.length, own, places.causes));
  const byComponent = rates.map((own) => meanBy(places.component, places.componentKeys.length, own, places.causes));
  const named = new Set(procedure.outcomes.flatMap(({ effects }) => effects.map(({ component }) => component)));
  if (procedure.component !== null) named.add(procedure.component);
  const quiet = base.indexOf(Math.max(...base));
  for (const [nth, own] of rates.entries()) {
    const usual = base[nth] ?? 0;
    const bad =
      nth === quiet ? 1 - BAD_ON_OWN_TEST : (BAD_ON_OWN_TEST * usual) / Math.max(1e-9, 1 - (base[quiet] ?? 0));
    for (const [at, key] of places.componentKeys.entries()) {
      const known = byComponent[nth]?.[at] ?? Number.NaN;
      const like = Number.isNaN(known)
        ? bad
        : usual + likeness(procedure.outcomes, outcomes[nth], key) * (known - usual);
      own[places.firstComponent + at] = base.length > 1 && named.has(key) ? like : usual;
      if (named.has(key)) speaksOf[places.firstComponent + at] = true;
    }
    const firmest = firmestOf(effectsOf(procedure.outcomes, outcomes[nth]));
    const ofSystem = firmest ? LIKE_ANOTHERS[firmest] : LIKE_ITS_SYSTEM;
    for (const at of places.systemNames.keys()) {
      const known = bySystem[nth]?.[at] ?? Number.NaN;
      own[places.firstSystem + at] = Number.isNaN(known) ? usual : usual + ofSystem * (known - usual);
    }
    own[places.elsewhere] = usual;
  }
  // How far a new failure is like the known ones differs from outcome to outcome: together they still make one.
  for (let at = places.firstComponent; at < places.elsewhere; at++) {
    const whole = rates.reduce((sum, own) => sum + num(own, at), 0);
    for (const own of rates) own[at] = num(own, at) / whole;
  }
}

/** How far a component's new failure comes to an outcome as its known ones do. */
function likeness(outcomes: Procedure["outcomes"], outcome: string | undefined, component: string): number {
  const effects = effectsOf(outcomes, outcome);
  const firmest = firmestOf(effects.filter((effect) => effect.component === component && effect.failure !== null));
  return firmest ? LIKE_THE_NAMED[firmest] : LIKE_ITS_KNOWN;
}

const effectsOf = (outcomes: Procedure["outcomes"], outcome: string | undefined) =>
  outcomes.find(({ key }) => key === outcome)?.effects ?? [];

/** The firmest that effects say for anything; null where they say nothing for anything. */
function firmestOf(effects: readonly Effect[]): "proves" | "confirms" | "supports" | null {
  const kinds = ["proves", "confirms", "supports"] as const;
  return kinds.find((kind) => effects.some(({ effect }) => effect === kind)) ?? null;
}

/** The mean of the causes' values by the group that each is of; NaN for a group without causes. */
function meanBy(group: Int32Array, groups: number, values: Float64Array, causes: number): Float64Array {
  const [sum, of] = [new Float64Array(groups), new Float64Array(groups)];
  for (let at = 0; at < causes; at++) {
    const own = int(group, at);
    sum[own] = num(sum, own) + num(values, at);
    of[own] = num(of, own) + 1;
  }
  return sum.map((total, at) => total / num(of, at));
}

/** What declared effects say of a cause; null where they say nothing. The narrower one counts. */
export function effectOn(effects: readonly Effect[], cause: Cause): EffectKind | null {
  let speaking: EffectKind | null = null;
  for (const effect of effects)
    if (covers(effect, cause)) {
      // An effect on the very failure outranks one on the whole component.
      if (effect.failure !== null) return effect.effect;
      speaking ??= effect.effect;
    }
  return speaking;
}
