import { num } from "@/core/place";
import type { Procedure, CauseKey, Book } from "@/core/book";
import type { CaseFile } from "@/core/case";
import { outcomeModels } from "@/core/evidence";
import { posteriorOf, type Odds, type Posterior } from "@/core/odds";

/** Where the odds would go with one outcome of a test. */
export interface WhatIf {
  readonly outcome: string;
  readonly label: string;
  /** How likely the outcome is as things stand. */
  readonly chance: number;
  readonly odds: Odds;
}

/** What each outcome of a test would do to the odds, before anybody does it; the likeliest first. Two causes at once move as either of them. */
export function whatIf(book: Book, { odds: now }: Pick<Posterior, "odds">, procedure: Procedure): readonly WhatIf[] {
  const model = outcomeModels(book).get(procedure.key);
  if (!model) return [];
  return model.outcomes
    .flatMap((outcome, nth) => {
      const rates = model.rates[nth];
      if (!rates) return [];
      const joint = now.map((p, at) => p * num(rates, at));
      const chance = joint.reduce((sum, each) => sum + each, 0);
      const then = joint.map((each) => (chance > 0 ? each / chance : 0));
      const byCause = new Map<CauseKey, number>(book.causes.map(({ key }, at) => [key, then[at] ?? 0]));
      const unknown = then.slice(book.causes.length).reduce((sum, each) => sum + each, 0);
      const label = procedure.outcomes.find(({ key }) => key === outcome)?.label ?? outcome;
      return [{ outcome, label, chance, odds: { byCause, unknown } }];
    })
    .sort((a, b) => b.chance - a.chance);
}

/** The same to the last digit: what the engine will say once the outcome is on record. Takes a working out of the odds for each outcome. */
export function whatIfExactly(
  book: Book,
  file: CaseFile,
  posterior: Pick<Posterior, "odds">,
  procedure: Procedure,
): readonly WhatIf[] {
  return whatIf(book, posterior, procedure).map((each) => {
    const effects = procedure.outcomes.find(({ key }) => key === each.outcome)?.effects ?? [];
    const test = { procedure: procedure.key, title: procedure.title, outcome: each.outcome, effects };
    const afterRepairs = file.repairsTried.length;
    const { byCause, unknown } = posteriorOf(book, { ...file, tests: [...file.tests, { ...test, afterRepairs }] });
    return { ...each, odds: { byCause, unknown } };
  });
}
