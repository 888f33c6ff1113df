import type { Procedure } from "./book";
import type { CauseKey } from "./cause";
import type { Knowledge } from "./counts";
import { outcomeModels } from "./outcome-model";
import { afterOutcome } from "./plan/guessing";
import type { Odds } from "./posterior";

/** Where the odds would go with one outcome of a test. */
export interface WhatIf {
  readonly outcome: string;
  readonly label: string;
  /** How likely the outcome is as things stand. */
  readonly chance: number;
  readonly odds: Odds;
}

/** What each outcome of a test would do to the odds, before anybody does it; the likeliest first. */
export function whatIf(knowledge: Knowledge, odds: Odds, procedure: Procedure): readonly WhatIf[] {
  const model = outcomeModels(knowledge).get(procedure.key);
  if (!model) return [];
  const now = Float64Array.from(knowledge.causes, ({ key }) => odds.byCause.get(key) ?? 0);
  return model.outcomes
    .flatMap((outcome, nth) => {
      const rates = model.rates[nth];
      if (!rates) return [];
      const then = afterOutcome({ odds: now, unknown: odds.unknown }, rates, model.base[nth] ?? 0);
      const byCause = new Map<CauseKey, number>(knowledge.causes.map(({ key }, at) => [key, then.odds[at] ?? 0]));
      const label = procedure.outcomes.find(({ key }) => key === outcome)?.label ?? outcome;
      return [{ outcome, label, chance: then.chance, odds: { byCause, unknown: then.unknown } }];
    })
    .sort((a, b) => b.chance - a.chance);
}
