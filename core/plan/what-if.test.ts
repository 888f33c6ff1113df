import { expect, test } from "vitest";
import { advise } from "./advice";
import { causeKey, type Book } from "@/core/book";
import { whatIf, whatIfExactly } from "./what-if";
import { cause, emptyCase, jobWith, countedBook, procedureWith } from "@/tests/support/shop";

const VANES = "turbocharger/sticking";
const HOSE = "boost-hose/split";
const look = procedureWith("look", { bad: `${VANES} confirms`, good: `${VANES} clears` });
const book: Book = countedBook({ causes: [`${VANES} engine`, `${HOSE} intake`], procedures: [look] }, [
  ...Array.from({ length: 5 }, () => jobWith(VANES)),
  ...Array.from({ length: 3 }, () => jobWith(HOSE)),
]);
const now = advise(book, emptyCase);
const odds = now.posterior;

test("what if is what comes to be once the outcome is on record", () => {
  const answers = whatIfExactly(book, emptyCase, odds, look);
  expect(answers.reduce((sum, { chance }) => sum + chance, 0)).toBeCloseTo(1, 9);
  expect(answers.map(({ chance }) => chance)).toEqual([...answers.map(({ chance }) => chance)].sort((a, b) => b - a));
  for (const { outcome, odds: then } of answers) {
    const tests = [{ procedure: "look", title: "look", outcome, effects: [] }];
    const later = advise(book, { ...emptyCase, tests });
    for (const { cause: known, probability } of later.suspects)
      expect(then.byCause.get(known.key)).toBeCloseTo(probability, 9);
    expect(then.unknown).toBeCloseTo(later.unknown, 9);
    // The quick way, for many tests at once, comes near it.
    const quick = whatIf(book, odds, look).find((each) => each.outcome === outcome);
    expect(quick?.odds.unknown).toBeCloseTo(later.unknown, 1);
  }
});

test("the outcomes weighed by their chances come back to where the odds are now", () => {
  const answers = whatIf(book, odds, look);
  const key = causeKey(cause(VANES));
  const back = answers.reduce((sum, { chance, odds: then }) => sum + chance * (then.byCause.get(key) ?? 0), 0);
  expect(back).toBeCloseTo(odds.byCause.get(key) ?? 0, 9);
});
