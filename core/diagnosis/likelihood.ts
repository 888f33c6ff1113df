import { COULD_NOT_TELL } from "./book";
import type { CaseFile, FixTried, TestDone } from "./case-file";
import { covers } from "./cause";
import type { Knowledge } from "./counts";
import type { Evidence } from "./evidence";
import { absenceEvidence, deniedEvidence, featureEvidence, untoldEvidence } from "./feature-evidence";
import { DECLARED_RATIO, effectOn, outcomeModels } from "./outcome-model";

/**
 * Even a part fitted in vain may have been bad itself or put in wrongly: once in about thirty times. Where the fault is gone since
 * the part went in, it may have gone by itself, about as often. What helped in part was right as far as it went: what is left is
 * another cause.
 */
const REPAIR_RATIO: Record<FixTried["result"], number> = { "no-change": 0.03, partly: 0.03, fixed: 1 / 0.03 };

/** Everything a case shows, each piece with what it says about every cause. */
export function evidenceOf(knowledge: Knowledge, file: CaseFile): readonly Evidence[] {
  return [
    ...featureEvidence(knowledge, file),
    ...deniedEvidence(knowledge, file),
    ...untoldEvidence(knowledge, file),
    ...absenceEvidence(knowledge, file),
    ...file.tests.flatMap((test) => testEvidence(knowledge, test)),
    ...file.fixesTried.map((tried) => repairEvidence(knowledge, tried)),
  ];
}

function testEvidence(knowledge: Knowledge, test: TestDone): readonly Evidence[] {
  const { outcome, title } = test;
  if (outcome === COULD_NOT_TELL) return [];
  const procedure = knowledge.procedures.find(({ key }) => key === test.procedure);
  if (!procedure) return [declaredEvidence(knowledge, test)];
  const model = outcomeModels(knowledge).get(procedure.key);
  const nth = model?.outcomes.indexOf(outcome) ?? -1;
  const [base, rates] = [model?.base[nth], model?.rates[nth]];
  if (!model || base === undefined || !rates) return [];
  const named = procedure.outcomes.find(({ key }) => key === outcome);
  return [
    {
      weights: rates.map((rate) => Math.log(rate / base)),
      ...{ rates, base, strength: 1, strange: null, quiet: base >= Math.max(...model.base) },
      source: (at) => {
        const cause = knowledge.causes[at];
        if (!cause) return null;
        const { seen, of } = model.counts(at, nth);
        const effect = effectOn(named?.effects ?? [], cause);
        return { kind: "test", title, outcome: named?.label ?? outcome, effect, seen: seen.jobs, of: of.jobs };
      },
    },
  ];
}

/** A check without a procedure says just what its technician said it says. */
function declaredEvidence({ causes }: Knowledge, { title, outcome, effects }: TestDone): Evidence {
  const found = causes.map((cause) => effectOn(effects, cause));
  return {
    weights: Float64Array.from(found, (effect) => Math.log(effect ? DECLARED_RATIO[effect] : 1)),
    ...{ rates: null, base: 1, strength: 1, strange: null, quiet: false },
    source: (at) => ({ kind: "test", title, outcome, effect: found[at] ?? null, seen: 0, of: 0 }),
  };
}

/** A repair without effect closes its road. */
function repairEvidence({ causes }: Knowledge, tried: FixTried): Evidence {
  const speaks = causes.map((cause) => covers(tried, cause));
  const source = { kind: "tried", component: tried.component, result: tried.result } as const;
  return {
    weights: Float64Array.from(speaks, (own) => (own ? Math.log(REPAIR_RATIO[tried.result]) : 0)),
    ...{ rates: null, base: 1, strength: 1, strange: null, quiet: false },
    source: (at) => (speaks[at] ? source : null),
  };
}
