import { describe, expect, test } from "vitest";
import { advise } from "@/core/plan";
import { causeKey } from "@/core/book";
import { reasonText } from "@/core/words";
import { withSuspectsOf } from "./prior-work";
import type { CaseFile } from "./case-file";
import type { PriorWork } from "./work";
import { cause, emptyCase, jobWith, countedBook, plainLabels } from "@/tests/support/shop";

const HOSE = "boost-hose/split";
const BOOK = { causes: [`${HOSE} intake`, "turbocharger/sticking intake"] };
const book = countedBook(
  BOOK,
  Array.from({ length: 10 }, () => jobWith(HOSE)),
);

const changed: PriorWork = {
  component: "air-mass-meter",
  system: "intake",
  work: "changed",
  who: "other-shop",
  recency: "weeks",
};

function ask(work: readonly PriorWork[], more: Partial<CaseFile> = {}) {
  const file: CaseFile = { ...emptyCase, priorWork: work, symptomSystems: ["engine"], ...more };
  return advise(withSuspectsOf(book, file), file);
}
const p = (advice: ReturnType<typeof ask>, name: string) =>
  advice.suspects.find(({ cause: known }) => known.key === causeKey(cause(name)))?.probability ?? 0;

describe("recent work near the complaint", () => {
  test("is a suspect by itself, as disturbed by it and as a new part that is bad, with its own reason", () => {
    const advice = ask([changed]);
    const sum = advice.suspects.reduce((total, { probability }) => total + probability, advice.unknown);
    expect(sum).toBeCloseTo(1, 9);
    expect(p(advice, "air-mass-meter/disturbed-by-work")).toBeGreaterThan(p(advice, "air-mass-meter/new-part-bad"));
    const suspect = advice.suspects.find(({ cause: known }) => known.failure === "new-part-bad");
    const prior = suspect?.reasons().find(({ source }) => source.kind === "prior");
    expect(prior && reasonText(plainLabels, prior)).toBe("air-mass-meter changed by another shop, weeks ago");
  });

  test("weighs more the fresher it is and the nearer it lies, and only a changed part can be a bad one", () => {
    const odds = (["longer", "months", "weeks", "days"] as const).map((recency) =>
      p(ask([{ ...changed, recency }]), "air-mass-meter/disturbed-by-work"),
    );
    expect([...odds].sort((a, b) => a - b)).toEqual(odds);
    const far = ask([changed], { symptomSystems: ["brakes"] });
    expect(p(far, "air-mass-meter/disturbed-by-work")).toBeLessThan(
      p(ask([changed]), "air-mass-meter/disturbed-by-work"),
    );
    expect(p(ask([{ ...changed, work: "taken-apart" }]), "air-mass-meter/new-part-bad")).toBe(0);
  });

  test("gives way to what tests say", () => {
    const cleared = ask([changed], {
      tests: [
        {
          procedure: null,
          title: "Plug seated",
          outcome: "fine",
          effects: [{ component: "air-mass-meter", failure: "disturbed-by-work", effect: "clears" }],
        },
      ],
    });
    expect(cleared.closures.map(({ cause: key }) => key)).toContain("air-mass-meter/disturbed-by-work");
  });

  test("adds nothing to a book that knows the cause, and nothing where nothing was done", () => {
    expect(withSuspectsOf(book, emptyCase)).toBe(book);
    const known = countedBook(
      { causes: [...BOOK.causes, "air-mass-meter/disturbed-by-work intake", "air-mass-meter/new-part-bad intake"] },
      [],
    );
    expect(withSuspectsOf(known, { ...emptyCase, priorWork: [changed] })).toBe(known);
  });
});
