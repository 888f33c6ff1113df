import { COULD_NOT_TELL, EFFECTS, type Effect, type EffectKind, type Procedure } from "./book";
import { covers, type Cause } from "./cause";
import { NO_COUNT, type Count, type CountsByCause, type Knowledge } from "./counts";

/** Likelihood ratio that a procedure's author declares for an outcome, against a suspect it says nothing about. */
export const DECLARED_RATIO: Record<EffectKind, number> = { confirms: 20, supports: 4, weakens: 1 / 4, clears: 1 / 20 };
/** What a declared effect, as far as this shop's are to be trusted, weighs against the counts of its very cause, in jobs. */
const DECLARED_JOBS = 4;
/** What the declared ratios weigh against how declared effects of their kind came true here, in jobs. */
const TRUST_JOBS = 15;
/** What the declared base weighs against the counts of the causes that a procedure does not speak of, in jobs. */
const BASE_JOBS = 8;

/** P(outcome | cause) of a procedure: from its declared effects, moving to the shop's counts as they grow. */
export interface OutcomeModel {
  readonly outcomes: readonly string[];
  /** By outcome: for a cause that the procedure says nothing about, and for one that is not in the book. Sums to 1. */
  readonly base: readonly number[];
  /** By outcome, then the cause's place in the book. */
  readonly rates: readonly Float64Array[];
  counts(at: number, outcome: number): { readonly seen: Count; readonly of: Count };
  /** By the cause's place: whether anything was declared or counted of it. */
  readonly speaksOf: readonly boolean[];
}

type Models = ReadonlyMap<string, OutcomeModel>;

const KEPT = new WeakMap<
  Knowledge["causes"],
  WeakMap<Knowledge["outcomes"], WeakMap<Knowledge["procedures"], Models>>
>();

/** Every procedure of the book with what its outcomes say; made once for the same book. */
export function outcomeModels(knowledge: Knowledge): ReadonlyMap<string, OutcomeModel> {
  const { causes, outcomes, procedures } = knowledge;
  const byOutcomes = KEPT.get(causes) ?? new WeakMap<Knowledge["outcomes"], WeakMap<Knowledge["procedures"], Models>>();
  KEPT.set(causes, byOutcomes);
  const byProcedures = byOutcomes.get(outcomes) ?? new WeakMap<Knowledge["procedures"], Models>();
  byOutcomes.set(outcomes, byProcedures);
  const kept = byProcedures.get(procedures);
  if (kept) return kept;
  const sheets = knowledge.procedures.map((procedure) => sheetOf(knowledge, procedure));
  const trust = trustIn(sheets);
  const models = new Map(sheets.map((sheet) => [sheet.procedure.key, modelOf(sheet, trust)]));
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
  readonly causes: Knowledge["causes"];
}

function sheetOf({ causes, outcomes: counters }: Knowledge, procedure: Procedure): Sheet {
  const counted = counters.get(procedure.key) ?? new Map<string, CountsByCause>();
  const known = procedure.outcomes.filter(({ key }) => key !== COULD_NOT_TELL);
  const outcomes = known.map(({ key }) => key);
  const effects = known.map((outcome) => causes.map((cause) => effectOn(outcome.effects, cause)));
  const seen = outcomes.map((key) =>
    Float64Array.from(causes, (cause) => (counted.get(key)?.get(cause.key) ?? NO_COUNT).weight),
  );
  const of = Float64Array.from(causes, (_, at) => seen.reduce((sum, own) => sum + (own[at] as number), 0));
  const declaredBase = baseOf(known.map((outcome) => outcome.effects));
  const silent = causes.map((_, at) => effects.every((own) => own[at] === null));
  const sum = (values: Float64Array) => values.reduce((total, value, at) => (silent[at] ? total + value : total), 0);
  const all = sum(of);
  const base = outcomes.map(
    (_, nth) => (sum(seen[nth] ?? of) + BASE_JOBS * (declaredBase[nth] ?? 0)) / (all + BASE_JOBS),
  );
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
            expected += (of[at] as number) * (base[nth] ?? 0);
          }
    // A declared ratio is worth so many jobs at the base it was made for.
    const prior = TRUST_JOBS / Math.max(1, DECLARED_RATIO[kind]);
    return (seen + prior * DECLARED_RATIO[kind]) / (expected + prior);
  };
  return Object.fromEntries(EFFECTS.map((kind) => [kind, ratio(kind)])) as Record<EffectKind, number>;
}

function modelOf(sheet: Sheet, trust: Readonly<Record<EffectKind, number>>): OutcomeModel {
  const { outcomes, effects, seen, of, base, counted, causes } = sheet;
  const rates = outcomes.map(() => new Float64Array(causes.length));
  for (let at = 0; at < causes.length; at++) {
    const raw = outcomes.map((_, nth) => {
      const effect = effects[nth]?.[at];
      return (base[nth] ?? 0) * (effect ? trust[effect] : 1);
    });
    const whole = raw.reduce((sum, value) => sum + value, 0);
    const total = of[at] as number;
    for (const [nth, own] of rates.entries())
      own[at] = ((seen[nth]?.[at] ?? 0) + (DECLARED_JOBS * (raw[nth] ?? 0)) / whole) / (total + DECLARED_JOBS);
  }
  return {
    ...{ outcomes, base, rates },
    counts: (at, nth) => {
      const key = causes[at]?.key;
      const countOf = (outcome: string | undefined) => (key && outcome && counted.get(outcome)?.get(key)) || NO_COUNT;
      const all = outcomes.map(countOf);
      const sum = { jobs: 0, weight: 0 };
      for (const { jobs, weight } of all) {
        sum.jobs += jobs;
        sum.weight += weight;
      }
      return { seen: countOf(outcomes[nth]), of: sum };
    },
    speaksOf: causes.map((_, at) => (of[at] as number) > 0 || effects.some((own) => own[at] !== null)),
  };
}

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
