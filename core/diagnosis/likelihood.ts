import { COULD_NOT_TELL } from "./book";
import type { CaseFile, FixTried, TestDone } from "./case-file";
import { covers, type CauseKey } from "./cause";
import type { Knowledge } from "./counts";
import type { Evidence, Reason } from "./evidence";
import { absenceEvidence, deniedEvidence, featureEvidence } from "./feature-evidence";
import { DECLARED_RATIO, effectOn, outcomeModel } from "./outcome-model";

/**
 * Even a part fitted in vain may have been bad itself or put in wrongly: once in about thirty times. Where the fault is gone since
 * the part went in, it may have gone by itself, about as often. What helped in part says neither.
 */
const REPAIR_RATIO: Record<FixTried["result"], number> = { "no-change": 0.03, partly: 1, fixed: 1 / 0.03 };

/** Everything a case shows, each piece with what it says about every cause. */
export function evidenceOf(knowledge: Knowledge, file: CaseFile): readonly Evidence[] {
  return [
    ...featureEvidence(knowledge, file),
    ...deniedEvidence(knowledge, file),
    ...absenceEvidence(knowledge, file),
    ...file.tests.flatMap((test) => testEvidence(knowledge, test)),
    ...file.fixesTried.map((tried) => repairEvidence(knowledge, tried)),
  ];
}

function testEvidence(knowledge: Knowledge, test: TestDone): readonly Evidence[] {
  if (test.outcome === COULD_NOT_TELL) return [];
  const procedure = knowledge.procedures.find(({ key }) => key === test.procedure);
  if (!procedure) return [declaredEvidence(knowledge, test)];
  const model = outcomeModel(knowledge, procedure);
  const base = model.base.get(test.outcome);
  if (base === undefined) return [];
  const named = procedure.outcomes.find(({ key }) => key === test.outcome);
  const effects = named?.effects ?? [];
  const reasons = new Map<CauseKey, Reason>();
  for (const cause of knowledge.causes) {
    const { seen, of } = model.counts(cause, test.outcome);
    const effect = effectOn(effects, cause);
    const source = {
      kind: "test",
      title: test.title,
      outcome: named?.label ?? test.outcome,
      effect,
      seen: seen.jobs,
      of: of.jobs,
    } as const;
    reasons.set(cause.key, { source, weight: Math.log((model.of(cause).get(test.outcome) ?? base) / base) });
  }
  return [{ reasons, unknown: 0 }];
}

/** A check without a procedure says just what its technician said it says. */
function declaredEvidence(knowledge: Knowledge, test: TestDone): Evidence {
  const reasons = new Map<CauseKey, Reason>();
  for (const cause of knowledge.causes) {
    const effect = effectOn(test.effects, cause);
    const source = { kind: "test", title: test.title, outcome: test.outcome, effect, seen: 0, of: 0 } as const;
    reasons.set(cause.key, { source, weight: Math.log(effect ? DECLARED_RATIO[effect] : 1) });
  }
  return { reasons, unknown: 0 };
}

/** A repair without effect closes its road; one that helped in part leaves the odds of what else is wrong as they were. */
function repairEvidence(knowledge: Knowledge, tried: FixTried): Evidence {
  const reasons = new Map<CauseKey, Reason>();
  const source = { kind: "tried", component: tried.component, result: tried.result } as const;
  for (const cause of knowledge.causes)
    if (covers(tried, cause)) reasons.set(cause.key, { source, weight: Math.log(REPAIR_RATIO[tried.result]) });
  return { reasons, unknown: 0 };
}
