import { describe, expect, test } from "vitest";
import { advise } from "./advice";
import { causeKey, type Book } from "@/core/book";
import { questionsFor } from "./questions";
import type { CaseFile } from "@/core/case";
import { entropyBits } from "@/core/odds";
import { cause, emptyCase, jobWith, countedBook } from "@/tests/support/shop";

const VANES = "turbocharger/sticking";
const HOSE = "boost-hose/split";
const BOOK = { causes: [`${VANES} engine`, `${HOSE} intake`] };
const times = (count: number, found: string, conditions: string[]) =>
  Array.from({ length: count }, () => jobWith(found, { symptoms: [{ key: "low-power", conditions }] }));

// Vanes stick when hot; a hose whistles. Uphill is told with both; a third condition with neither.
const book = countedBook(BOOK, [...times(12, VANES, ["hot", "uphill"]), ...times(12, HOSE, ["whistles", "uphill"])]);
const CONDITIONS = ["hot", "whistles", "uphill", "at-night"];

const withSymptom = (conditions: string[] = [], denied: string[] = []): CaseFile => ({
  ...emptyCase,
  symptoms: [{ key: "low-power", conditions, denied }],
});
const p = (known: Book, file: CaseFile, name: string) =>
  advise(known, file).suspects.find(({ cause: suspect }) => suspect.key === causeKey(cause(name)))?.probability ?? 0;
describe("what to ask the customer", () => {
  test("is what tells the suspects apart; what both show alike tells them only from what is not in the book", () => {
    const asked = questionsFor(book, withSymptom(), CONDITIONS);
    expect(
      asked
        .map(({ condition }) => condition)
        .slice(0, 2)
        .sort(),
    ).toEqual(["hot", "whistles"]);
    const bitsOf = (wanted: string) => asked.find(({ condition }) => condition === wanted)?.bits ?? 0;
    expect(bitsOf("uphill")).toBeLessThan(bitsOf("hot") / 5);
    expect(bitsOf("at-night")).toBe(0);
  });

  test("is worth what the engine's own answers are worth, where nothing was told of yet", () => {
    const alone = countedBook(BOOK, [...times(12, VANES, ["hot"]), ...times(12, HOSE, [])]);
    const entropyOf = (file: CaseFile) => {
      const { suspects, unknown } = advise(alone, file);
      return entropyBits({ byCause: new Map(suspects.map((each) => [each.cause.key, each.probability])), unknown });
    };
    const [question] = questionsFor(alone, withSymptom(), ["hot"]);
    const after =
      (question?.yes ?? 0) * entropyOf(withSymptom(["hot"])) +
      (1 - (question?.yes ?? 0)) * entropyOf(withSymptom([], ["hot"]));
    // Before what is kept for what nobody has seen, which an answer moves as well.
    expect(question?.bits).toBeCloseTo(entropyOf(withSymptom()) - after, 1);
  });

  test("is worth something though conditions were told of, and what was not told of speaks already", () => {
    const [question] = questionsFor(book, withSymptom(["uphill"]), CONDITIONS);
    expect(["hot", "whistles"]).toContain(question?.condition);
    expect(question?.bits).toBeGreaterThan(0.1);
  });

  test("is not asked again once it was answered, either way, and never without a symptom", () => {
    const left = (file: CaseFile) => questionsFor(book, file, CONDITIONS).map(({ condition }) => condition);
    expect(left(withSymptom(["hot"]))).not.toContain("hot");
    expect(left(withSymptom([], ["hot"]))).not.toContain("hot");
    expect(left(emptyCase)).toEqual([]);
  });
});

describe("an answer", () => {
  test("of no speaks against what shows it, with the counts behind it", () => {
    const [before, no, yes] = [withSymptom(), withSymptom([], ["hot"]), withSymptom(["hot"])].map((file) =>
      p(book, file, VANES),
    );
    expect(no).toBeLessThan(before ?? 0);
    expect(yes).toBeGreaterThan(before ?? 0);
    const reasons = advise(book, withSymptom([], ["hot"])).suspects.find(({ cause: known }) => known.key === VANES);
    expect(reasons?.reasons().map(({ source }) => source)).toContainEqual({
      kind: "denied",
      condition: "hot",
      seen: 12,
      of: 12,
    });
  });

  test("that one symptom denies and another shows is no denial", () => {
    const mixed: CaseFile = {
      ...emptyCase,
      symptoms: [
        { key: "low-power", conditions: [], denied: ["hot"] },
        { key: "smoke", conditions: ["hot"] },
      ],
    };
    expect(
      advise(book, mixed)
        .suspects[0]?.reasons()
        .some(({ source }) => source.kind === "denied"),
    ).toBe(false);
  });
});

test("a code that is back at once weighs more than one nobody cleared, one that stays away less", () => {
  const code = (returned: "at-once" | "key-cycle" | "drive" | "not" | null) => ({
    code: "P0299",
    module: "engine",
    status: "stored" as const,
    returned,
  });
  const seen = (found: string, codes: string[]) =>
    Array.from({ length: 8 }, () =>
      jobWith(found, { codes: codes.map((each) => ({ code: each, module: "engine", status: "stored" as const })) }),
    );
  const known = countedBook(BOOK, [...seen(VANES, ["P0299"]), ...seen(HOSE, [])]);
  const odds = (["not", null, "key-cycle", "at-once"] as const).map((each) =>
    p(known, { ...emptyCase, codes: [code(each)] }, VANES),
  );
  expect([...odds].sort((a, b) => a - b)).toEqual(odds);
  expect(new Set(odds).size).toBe(4);
});
