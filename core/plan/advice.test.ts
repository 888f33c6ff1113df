import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { advise, type Advice } from "./advice";
import { causeKey, type Book } from "@/core/book";
import type { CaseFile, TestDone } from "@/core/case";
import type { FaultCode } from "@/core/codes";
import {
  cause,
  emptyCase,
  repairOf,
  jobWith,
  countedBook,
  LARK,
  PACKET,
  patternFor,
  procedureWith,
} from "@/tests/support/shop";

const VANES = "turbocharger/sticking";
const HOSE = "boost-hose/split";
const SEAL = "door-seal/split";
const BOOK = { causes: [`${VANES} engine`, `${HOSE} engine`, `${SEAL} body`] };

const p = (advice: Advice, name: string) =>
  advice.suspects.find(({ cause: known }) => known.key === causeKey(cause(name)))?.probability ?? Number.NaN;
const code = (text: string, status: FaultCode["status"] = "stored"): FaultCode => ({
  code: text,
  module: "engine",
  status,
});
const lowPower = { key: "low-power", conditions: [] as string[] };
const times = <T>(count: number, make: (index: number) => T): T[] =>
  Array.from({ length: count }, (_, index) => make(index));
const ask = (book: Book, more: Partial<CaseFile> = {}) => advise(book, { ...emptyCase, ...more });
const test1 = (procedure: string | null, outcome: string, more: Partial<TestDone> = {}): TestDone => ({
  procedure,
  title: procedure ?? "a look",
  outcome,
  effects: [],
  ...more,
});

describe("the odds", () => {
  test("of all suspects and of what is not in the book sum to 1, whatever the history and the case", () => {
    const causes = [VANES, HOSE, SEAL];
    const jobs = fc.array(
      fc.record({
        found: fc.constantFrom(...causes),
        vehicle: fc.constantFrom(PACKET, LARK),
        odometerKm: fc.option(fc.integer({ min: 0, max: 400_000 })),
        symptoms: fc.subarray([lowPower, { key: "wet", conditions: ["rain"] }]),
        codes: fc.subarray([code("P0299"), code("P0234", "history"), code("P0401", "pending")]),
        modulesScanned: fc.subarray(["engine", "brakes"]),
      }),
      { maxLength: 30 },
    );
    const cases = fc.record({
      codes: fc.subarray([code("P0299"), code("P1999")]),
      symptoms: fc.subarray([lowPower, { key: "never-seen", conditions: ["odd"] }]),
      modulesScanned: fc.subarray(["engine", "brakes"]),
      repairsTried: fc.subarray(causes.map((name) => ({ ...cause(name), result: "no-change" as const }))),
    });
    fc.assert(
      fc.property(jobs, cases, (history, file) => {
        const book = countedBook(
          BOOK,
          history.map(({ found, ...rest }) => jobWith(found, rest)),
        );
        const { suspects, unknown, plan } = ask(book, file);
        const sum = suspects.reduce((total, { probability }) => total + probability, unknown);
        expect(sum).toBeCloseTo(1, 9);
        expect(Math.min(unknown, ...suspects.map(({ probability }) => probability))).toBeGreaterThanOrEqual(0);
        expect(plan.expectedMinutes > 0).toBe(plan.actions.length > 0);
      }),
      { seed: 23, numRuns: 200 },
    );
  });

  test("of an empty book say that no one has been here", () => {
    const { suspects, unknown, plan } = ask(countedBook({ causes: [] }, []));
    expect([suspects, unknown, plan.actions]).toEqual([[], 1, []]);
  });

  test("weigh a job by what was proved, and one whose fault came back not at all", () => {
    const after = (proof: ReturnType<typeof jobWith>["proof"]) =>
      p(ask(countedBook(BOOK, [jobWith(VANES, { proof }), jobWith(HOSE)])), VANES);
    const claimed = after([]);
    const held = after([{ seq: 1, step: "follow-up", result: "held" }]);
    const back = after([{ seq: 1, step: "follow-up", result: "came-back" }]);
    expect(back).toBeLessThan(claimed);
    expect(claimed).toBeLessThan(held);
  });

  test("know that an engine fault travels with the engine", () => {
    const history = [...times(6, () => jobWith(VANES)), ...times(6, () => jobWith(HOSE, { vehicle: LARK }))];
    const book = countedBook(BOOK, history);
    expect(p(ask(book), VANES)).toBeGreaterThan(3 * p(ask(book), HOSE));
    const onLark = ask(book, { vehicle: LARK });
    expect(p(onLark, HOSE)).toBeGreaterThan(3 * p(onLark, VANES));
    const otherModel = ask(book, { vehicle: { ...PACKET, make: "Kestrin", model: "Ferryman" } });
    expect(p(otherModel, VANES)).toBeGreaterThan(p(otherModel, HOSE));
  });

  test("leave more to the unknown the more causes were seen only once", () => {
    const once = countedBook(BOOK, [jobWith(VANES), jobWith(HOSE), jobWith(SEAL)]);
    const often = countedBook(
      BOOK,
      times(9, (index) => jobWith([VANES, HOSE, SEAL][index % 3] ?? VANES)),
    );
    expect(ask(once).unknown).toBeGreaterThan(2 * ask(often).unknown);
    // What no job has shown yet may be one of the causes that the book holds already.
    const all = [VANES, HOSE, SEAL].map((name) => `${name} turbo`);
    const more = Array.from({ length: 20 }, (_, at) => `other-${at}/worn turbo`);
    const unknownOf = (causes: readonly string[]) =>
      ask(countedBook({ ...BOOK, causes }, [jobWith(VANES), jobWith(HOSE), jobWith(SEAL)])).unknown;
    expect(unknownOf([...all, ...more])).toBeLessThan(0.7 * unknownOf(all));
  });
});

describe("a pattern", () => {
  const applies = { ...patternFor(VANES).applies, make: "Tarrow", engines: ["D21K"], years: [2014, 2018] as const };
  const known = (evidence: "hearsay" | "bulletin" | "seen" | "proved", jobs = [jobWith(SEAL)]) =>
    countedBook({ ...BOOK, patterns: [patternFor(VANES, { evidence, applies, odometerKm: [90_000, 160_000] })] }, jobs);

  test("counts by its grade", () => {
    const odds = (["hearsay", "bulletin", "seen", "proved"] as const).map((grade) => p(ask(known(grade)), VANES));
    expect([...odds].sort((a, b) => a - b)).toEqual(odds);
    expect(odds[0]).toBeGreaterThan(p(ask(countedBook(BOOK, [jobWith(SEAL)])), VANES));
  });

  test("says nothing outside its years, its engine and its odometer window", () => {
    const without = p(ask(countedBook(BOOK, [jobWith(SEAL)])), VANES);
    const outside: Partial<CaseFile>[] = [
      { vehicle: { ...PACKET, year: 2019 } },
      { vehicle: { ...PACKET, engine: null } },
      { odometerKm: 160_001 },
    ];
    for (const where of outside)
      expect(p(ask(known("proved"), where), VANES)).toBeCloseTo(
        p(ask(countedBook(BOOK, [jobWith(SEAL)]), where), VANES),
        12,
      );
    expect(p(ask(known("proved"), { odometerKm: 160_000 }), VANES)).toBeGreaterThan(1.5 * without);
    expect(p(ask(known("proved"), { odometerKm: null }), VANES)).toBeGreaterThan(without);
  });

  test("of hearsay never outranks the shop's own proved job", () => {
    const own = known("hearsay", [jobWith(HOSE, { proof: [{ seq: 1, step: "follow-up", result: "held" }] })]);
    expect(p(ask(own), HOSE)).toBeGreaterThan(p(ask(own), VANES));
  });
});

describe("evidence", () => {
  const history = [
    ...times(8, () => jobWith(VANES, { codes: [code("P0299")], modulesScanned: ["engine"], symptoms: [lowPower] })),
    ...times(8, () => jobWith(HOSE, { codes: [code("P0234")], modulesScanned: ["engine"] })),
  ];
  const book = countedBook(BOOK, history);

  test("a code lifts the cause that sets it, by its status", () => {
    const bare = p(ask(book), VANES);
    const [history, pending, stored] = (["history", "pending", "stored"] as const).map((status) =>
      p(ask(book, { codes: [code("P0299", status)] }), VANES),
    );
    expect(bare).toBeLessThan(history ?? 0);
    expect(history).toBeLessThan(pending ?? 0);
    expect(pending).toBeLessThan(stored ?? 0);
  });

  test("a code that is not there counts only where its module was read", () => {
    const bare = p(ask(book), VANES);
    expect(p(ask(book, { modulesScanned: ["brakes"] }), VANES)).toBeCloseTo(bare, 6);
    expect(p(ask(book, { modulesScanned: ["engine"], codes: [code("P0234")] }), VANES)).toBeLessThan(
      p(ask(book, { codes: [code("P0234")] }), VANES),
    );
  });

  test("a symptom that nobody has seen yet moves nothing between causes", () => {
    // That the usual symptom is not told of speaks by itself; the odd one adds nothing to it.
    const lifted = (keys: string[]) => {
      const advice = ask(book, { symptoms: keys.map((key) => ({ key, conditions: [] })) });
      return p(advice, VANES) / p(advice, HOSE);
    };
    expect(lifted(["odd", "odder"]) / lifted(["odd"])).toBeCloseTo(1, 1);
  });

  test("two codes of one family weigh less than twice one", () => {
    const both = times(8, () => jobWith(VANES, { codes: [code("P0299"), code("P0298")] }));
    // One of the two comes alone now and then: they are not quite the same message.
    const others = [...times(8, () => jobWith(SEAL)), jobWith(HOSE, { codes: [code("P0299")] })];
    const known = countedBook(BOOK, [...both, ...others]);
    const logOdds = (codes: FaultCode[]) => Math.log(p(ask(known, { codes }), VANES) / p(ask(known, { codes }), SEAL));
    const [none, one, two] = [logOdds([]), logOdds([code("P0299")]), logOdds([code("P0299"), code("P0298")])];
    expect(two - none).toBeLessThan(1.6 * (one - none));
    expect(two).toBeGreaterThan(one);
  });

  test("a test speaks by its declared effects, and the shop's own outcomes overrule them as they grow", () => {
    const look = procedureWith("look", { bad: `${VANES} supports`, good: `${VANES} weakens` });
    const written = { ...BOOK, procedures: [look] };
    const fresh = countedBook(written, history);
    const bad = { tests: [test1("look", "bad")] };
    expect(p(ask(fresh, bad), VANES)).toBeGreaterThan(p(ask(fresh), VANES));
    // In this shop the look came out "good" with sticking vanes, thirty times of thirty.
    const contrary = times(30, () =>
      jobWith(VANES, { tests: [{ ...test1("look", "good"), seq: 1, minutes: 5, access: null }] }),
    );
    const learnt = countedBook(written, [...history, ...contrary]);
    expect(p(ask(learnt, bad), VANES)).toBeLessThan(p(ask(learnt), VANES));
  });

  test('"could not tell" moves nothing', () => {
    const look = procedureWith("look", { bad: `${VANES} confirms`, good: `${VANES} clears` });
    const known = countedBook({ ...BOOK, procedures: [look] }, history);
    const after = ask(known, { tests: [test1("look", "could-not-tell")] });
    expect(after.suspects.map(({ probability }) => probability)).toEqual(
      ask(known).suspects.map(({ probability }) => probability),
    );
  });

  test("a check without a procedure says what its technician said it says", () => {
    const says = (effect: "confirms" | "clears") =>
      ask(book, { tests: [test1(null, "seen", { effects: [{ ...cause(HOSE), effect }] })] });
    const odds = (advice: Advice) => p(advice, HOSE) / p(advice, VANES);
    expect(odds(says("confirms")) / odds(ask(book))).toBeCloseTo(20, 2);
    expect(odds(says("clears")) / odds(ask(book))).toBeCloseTo(1 / 20, 3);
  });

  test("a reason is given for every move, with the counts behind it", () => {
    const { suspects } = ask(book, { codes: [code("P0299")] });
    const [first] = suspects;
    expect(first?.cause.key).toBe(VANES);
    const reason = first?.reasons().find(({ source }) => source.kind === "feature");
    expect(reason?.source).toMatchObject({ kind: "feature", seen: 8, of: 8 });
    expect(reason?.weight).toBeGreaterThan(0);
  });
});

describe("a road", () => {
  const look = procedureWith("look", { bad: `${VANES} confirms`, good: `${VANES} clears` });
  const book = countedBook({ ...BOOK, procedures: [look] }, [
    ...times(4, () => jobWith(VANES)),
    ...times(5, () => jobWith(HOSE)),
  ]);

  test("closes by a test that clears it, and names that test", () => {
    const { closures } = ask(book, { tests: [test1("look", "good", { title: "Look at it" })] });
    expect(closures).toEqual([
      { cause: VANES, by: expect.objectContaining({ kind: "test", title: "Look at it", outcome: "good" }) },
    ]);
  });

  test("closes by a repair without effect, and stays open after one that helped in part", () => {
    const tried = (result: "no-change" | "partly") => ask(book, { repairsTried: [{ ...cause(HOSE), result }] });
    expect(tried("no-change").closures.map(({ cause: key }) => key)).toEqual([HOSE]);
    expect(tried("partly").closures).toEqual([]);
  });

  test("opens again when later evidence lifts it", () => {
    const again = ask(book, {
      tests: [
        test1("look", "good"),
        test1(null, "seen", { effects: [{ ...cause(VANES), effect: "confirms" }] }),
        test1(null, "seen again", { effects: [{ ...cause(VANES), effect: "confirms" }] }),
      ],
    });
    expect(again.closures).toEqual([]);
  });

  test("that was walked already is not offered again", () => {
    const { plan } = ask(book, {
      tests: [test1("look", "could-not-tell")],
      repairsTried: [{ component: "boost-hose", failure: null, result: "no-change" }],
    });
    const offered = plan.actions.map((action) => (action.kind === "test" ? action.procedure.key : action.cause.key));
    expect(offered).not.toContain("look");
    expect(offered).not.toContain(HOSE);
    expect(offered).toContain(VANES);
  });
});

test("an access group is paid once", () => {
  const book = countedBook(
    {
      ...BOOK,
      procedures: [
        procedureWith(
          "look",
          { bad: `${VANES} confirms`, good: `${VANES} clears` },
          { access: "tray", accessMinutes: 15 },
        ),
      ],
      repairs: [repairOf(VANES, 40, 0, { access: "tray", accessMinutes: 15 })],
    },
    [jobWith(VANES), jobWith(HOSE)],
  );
  const minutes = (access: string[]) =>
    Object.fromEntries(
      ask(book, { access }).plan.actions.map((action) => [
        action.kind === "test" ? "look" : action.cause.key,
        action.minutes,
      ]),
    );
  expect(minutes([])).toMatchObject({ look: 25, [VANES]: 55 });
  expect(minutes(["tray"])).toMatchObject({ look: 10, [VANES]: 40 });
});
