import { COULD_NOT_TELL, NOT_DONE, covers, type Book, placesOf, type Places } from "@/core/book";
import { hides, type CaseFile, type RepairTried, type TestDone } from "@/core/case";
import type { Evidence } from "./evidence";
import { absenceEvidence, deniedEvidence, featureEvidence, untoldEvidence } from "./feature-evidence";
import { DECLARED_RATIO, effectOn, outcomeModels } from "./outcome-model";
import { spreadOverWhere, type Placed } from "./where";

/**
 * Even a part fitted in vain may have been bad itself or put in wrongly: once in about a hundred times. Where the fault is gone since
 * the part went in, it may have gone by itself, once in about thirty. What helped in part was right as far as it went: what is left is
 * another cause.
 */
const REPAIR_RATIO: Record<RepairTried["result"], number> = { "no-change": 0.01, partly: 0.05, fixed: 1 / 0.03 };
/**
 * The same of what only brings the vehicle home, by going past the part or holding it together: made worse than a repair and less sure to reach
 * what ails the part, so that no change says less; help in part is help, for nothing was put right yet.
 */
const GET_HOME_RATIO: Record<RepairTried["result"], number> = { "no-change": 0.2, partly: 10, fixed: 1 / 0.03 };
/** A whole part that was changed in vain was hardly bad in a way that nobody knows. */
const PART_CHANGED_RATIO: Record<RepairTried["result"], number> = { "no-change": 0.1, partly: 0.1, fixed: 10 };
/** However often a proof was recorded with something else: what was measured at the part itself says so much at least. */
const PROVES_AT_LEAST = 60;

/** What a case shows before anybody measures, each piece with what it says about every hypothesis. */
export function lookEvidence(book: Book, file: CaseFile): readonly Evidence[] {
  return [
    ...featureEvidence(book, file),
    ...deniedEvidence(book, file),
    ...untoldEvidence(book, file),
    ...absenceEvidence(book, file),
  ];
}

/**
 * Tests and repairs, in their order: a test speaks of the vehicle as it was. After the repair of a cause only what else is wrong can show
 * in it, so that a pass then speaks for the cause that was repaired, and the same pass before it against.
 */
export function workEvidence(book: Book, file: CaseFile): readonly Evidence[] {
  const placed: Placed[] = [];
  for (const test of file.tests)
    for (const evidence of testEvidence(book, test))
      placed.push({ evidence: withoutRepaired(book, file, evidence), place: test.place ?? null });
  for (const [nth, tried] of file.repairsTried.entries())
    placed.push({ evidence: repairEvidence(book, tried, nth), place: tried.place ?? null });
  return spreadOverWhere(placed);
}

/** A cause that was repaired before a test cannot show in it: with that cause alone the vehicle was whole. */
function withoutRepaired({ causes }: Book, { repairsTried }: CaseFile, evidence: Evidence): Evidence {
  if (!evidence.after) return evidence;
  const before = repairsTried.slice(0, evidence.after);
  const gone = causes.flatMap((cause, at) =>
    before.some((tried) => hides(tried) && covers(tried, cause)) ? [at] : [],
  );
  if (!gone.length) return evidence;
  const weights = evidence.weights.slice();
  for (const at of gone) weights[at] = 0;
  return { ...evidence, weights };
}

function testEvidence(book: Book, test: TestDone): readonly Evidence[] {
  const { outcome, title, afterRepairs: after = 0 } = test;
  if (outcome === COULD_NOT_TELL || outcome === NOT_DONE) return [];
  const procedure = book.procedures.find(({ key }) => key === test.procedure);
  if (!procedure) return test.effects.length ? [declaredEvidence(book, test)] : [];
  const model = outcomeModels(book).get(procedure.key);
  const nth = model?.outcomes.indexOf(outcome) ?? -1;
  const [base, rates] = [model?.base[nth], model?.rates[nth]];
  if (!model || base === undefined || !rates) return [];
  const named = procedure.outcomes.find(({ key }) => key === outcome);
  const effects = named?.effects ?? [];
  const weights = rates.map((rate) => Math.log(rate / base));
  if (effects.some(({ effect }) => effect === "proves"))
    for (const [at, cause] of book.causes.entries())
      if (effectOn(effects, cause) === "proves") weights[at] = Math.max(weights[at] ?? 0, Math.log(PROVES_AT_LEAST));
  return [
    {
      weights,
      rates,
      base,
      strength: 1,
      quiet: base >= Math.max(...model.base),
      after,
      repair: null,
      source: (at) => {
        const cause = book.causes[at];
        if (!cause) return null;
        const { seen, of } = model.counts(at, nth);
        const effect = effectOn(effects, cause);
        return { kind: "test", title, outcome: named?.label ?? outcome, effect, seen: seen.jobs, of: of.jobs };
      },
    },
  ];
}

/** A check without a procedure says just what its technician said it says. */
function declaredEvidence(book: Book, { title, outcome, effects, afterRepairs: after = 0 }: TestDone): Evidence {
  const found = book.causes.map((cause) => effectOn(effects, cause));
  const weights = new Float64Array(placesOf(book).size);
  for (const [at, effect] of found.entries()) weights[at] = effect ? Math.log(DECLARED_RATIO[effect]) : 0;
  for (const { component, failure, effect } of effects)
    if (failure === null) speakOfPart(placesOf(book), weights, component, Math.log(DECLARED_RATIO[effect]));
  return {
    weights,
    rates: null,
    base: 1,
    strength: 1,
    quiet: false,
    after,
    repair: null,
    source: (at) => ({ kind: "test", title, outcome, effect: found[at] ?? null, seen: 0, of: 0 }),
  };
}

/** A component failing in a way that nobody knows, too. */
function speakOfPart(places: Places, weights: Float64Array, component: string, nats: number): void {
  const at = places.componentKeys.indexOf(component);
  if (at >= 0) weights[places.firstComponent + at] = nats;
}

/** A repair without effect closes its road. */
function repairEvidence(book: Book, tried: RepairTried, nth: number): Evidence {
  const { component, failure, result, getHome = false } = tried;
  const speaks = book.causes.map((cause) => covers(tried, cause));
  const source = { kind: "tried", component, result, getHome } as const;
  const weights = new Float64Array(placesOf(book).size);
  const nats = Math.log((getHome ? GET_HOME_RATIO : REPAIR_RATIO)[result]);
  for (const [at, own] of speaks.entries()) if (own) weights[at] = nats;
  if (failure === null)
    speakOfPart(placesOf(book), weights, component, getHome ? nats : Math.log(PART_CHANGED_RATIO[result]));
  return {
    weights,
    rates: null,
    base: 1,
    strength: 1,
    quiet: false,
    after: nth,
    repair: nth,
    source: (at) => (speaks[at] ? source : null),
  };
}
