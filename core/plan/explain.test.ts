import { describe, expect, test } from "vitest";
import { advise } from "./advice";
import { causeKey, NEEDS_NOTHING } from "@/core/book";
import { changesOfMind, stillOpen, whileThere } from "./explain";
import type { CaseFile } from "@/core/case";
import { cause, emptyCase, repairOf, jobWith, countedBook, procedureWith } from "@/tests/support/shop";

const VANES = "turbocharger/sticking";
const HOSE = "boost-hose/split";
const LAMP = "door-lamp/burnt-out";
const BOOK = {
  causes: [`${VANES} engine`, `${HOSE} engine`, `${LAMP} body`],
  repairs: [repairOf(VANES, 90, 300), repairOf(HOSE, 30, 40), repairOf(LAMP, 10, 5)],
  procedures: [
    procedureWith("leak-test", { holds: `${HOSE} clears`, leaks: `${HOSE} confirms` }, { minutes: 12 }),
    procedureWith(
      "vane-travel",
      { free: `${VANES} clears`, stuck: `${VANES} confirms` },
      { access: "undertray", accessMinutes: 15 },
    ),
    procedureWith(
      "hose-look",
      { whole: `${HOSE} weakens`, split: `${HOSE} confirms` },
      { minutes: 3, access: "undertray", accessMinutes: 15 },
    ),
  ],
};
const shows = (found: string, times: number, key: string) =>
  Array.from({ length: times }, () => jobWith(found, { symptoms: [{ key, conditions: [] }] }));
const book = countedBook(BOOK, [
  ...shows(VANES, 14, "low-power"),
  ...shows(HOSE, 10, "low-power"),
  ...shows(LAMP, 8, "lamp-dark"),
]);
const told = (...keys: string[]): CaseFile => ({
  ...emptyCase,
  symptoms: keys.map((key) => ({ key, conditions: [] })),
});
const placeOf = (name: string) => book.causes.findIndex(({ key }) => key === causeKey(cause(name)));
const namesOf = (features: readonly { subject: string }[]) => features.map(({ subject }) => subject);

describe("what stays open", () => {
  test("is what the suspect is never seen with, and nothing where no job tells of it", () => {
    const { posterior } = advise(book, told("low-power", "lamp-dark"));
    expect(namesOf(stillOpen(posterior, placeOf(VANES)))).toEqual(["lamp-dark"]);
    expect(namesOf(stillOpen(posterior, placeOf(LAMP)))).toEqual(["low-power"]);
    const empty = countedBook(BOOK, []);
    expect(stillOpen(advise(empty, told("low-power")).posterior, 0)).toEqual([]);
  });

  test("makes two causes at once worth thinking of, and only where no one explains it all", () => {
    const [pair] = advise(book, told("low-power", "lamp-dark")).posterior.pairs();
    expect(pair?.causes.map(({ component }) => component)).toContain("door-lamp");
    expect(pair?.probability).toBeGreaterThan(0.1);
    expect(
      advise(book, told("low-power"))
        .posterior.pairs()
        .every(({ probability }) => probability < 0.1),
    ).toBe(true);
  });
});

describe("what would change the lead", () => {
  test("is an outcome that puts another suspect first, and that one does once it is on record", () => {
    const file = told("low-power");
    const advice = advise(book, file);
    const changes = changesOfMind(book, advice.posterior, advice.plan);
    expect(changes.length).toBeGreaterThan(0);
    const lead = advice.suspects[0]?.cause.key;
    for (const { procedure, outcome, leader, probability } of changes) {
      expect(leader?.key).not.toBe(lead);
      const effects = BOOK.procedures
        .find(({ key }) => key === procedure)
        ?.outcomes.find(({ key }) => key === outcome)?.effects;
      const then = advise(book, {
        ...file,
        tests: [{ procedure, title: procedure, outcome, effects: effects ?? [] }],
      });
      expect(then.suspects[0]?.cause.key).toBe(leader?.key);
      expect(then.suspects[0]?.probability).toBeCloseTo(probability, 1);
    }
  });
});

test("tests behind the way that is opened next come with it, others do not", () => {
  const { plan } = advise(book, told("low-power"));
  const behind = plan.actions.filter((action) => action.kind === "test" && action.procedure.access === "undertray");
  const first = behind[0];
  if (first?.kind !== "test") throw new Error("no test behind the undertray is planned");
  const others = whileThere({ ...plan, actions: [first, ...plan.actions.filter((each) => each !== first)] });
  expect(others.map(({ procedure }) => procedure.access)).toEqual(["undertray"]);
  expect(others[0]?.procedure.key).not.toBe(first.procedure.key);
  expect(whileThere(advise(book, { ...told("low-power"), access: ["undertray"] }).plan)).toEqual([]);
});

describe("the unknown", () => {
  const BRAKE = "brake-hose/swollen";
  const strangeBook = {
    causes: [...BOOK.causes, `${BRAKE} brakes`],
    procedures: [
      ...BOOK.procedures,
      procedureWith("pedal-pressure", { even: `${BRAKE} clears`, uneven: `${BRAKE} confirms` }, { minutes: 8 }),
    ],
  };
  const known = countedBook(strangeBook, [
    ...shows(VANES, 14, "low-power"),
    ...shows(HOSE, 10, "low-power"),
    ...shows(BRAKE, 10, "pulls-left"),
    ...Array.from({ length: 5 }, () => jobWith(null, { finding: { result: "unresolved", causes: [] } })),
  ]);
  const vain = (...names: string[]): CaseFile => ({
    ...told("low-power"),
    repairsTried: names.map((name) => ({ ...cause(name), result: "no-change" as const })),
  });

  test("rises with every repair in vain, and leads once all that is known was tried", () => {
    const [none, one, two] = [vain(), vain(VANES), vain(VANES, HOSE)].map((file) => advise(known, file).unknown);
    expect(one).toBeGreaterThan(none ?? 1);
    expect(two).toBeGreaterThan(one ?? 1);
    const { suspects, unknown } = advise(known, vain(VANES, HOSE, BRAKE, LAMP));
    expect(unknown).toBeGreaterThan(suspects[0]?.probability ?? 1);
  });

  test("has a place: a component's own test that comes out bad points at the component, whatever its failure", () => {
    const own = procedureWith("pump-flow", { low: "", fine: "" }, { component: "fuel-pump" });
    const written = { ...strangeBook, procedures: [...strangeBook.procedures, own] };
    const pump = { key: "fuel-pump", system: "engine", needs: NEEDS_NOTHING };
    const plain = countedBook(written, shows(VANES, 6, "low-power"));
    const withPump = { ...plain, components: [...plain.components, pump] };
    const test = { procedure: "pump-flow", title: "", effects: [] };
    const unlisted = (outcome: string | null) => {
      const tests = outcome === null ? [] : [{ ...test, outcome }];
      const { posterior } = advise(withPump, { ...vain(VANES), tests });
      return new Map(posterior.unlisted.components).get("fuel-pump") ?? 0;
    };
    expect(Math.max(unlisted("low"), unlisted("fine"))).toBeGreaterThan(unlisted(null));
  });

  test("is of the system whose symptoms are told", () => {
    const { posterior, unknown } = advise(known, told("low-power"));
    const { components, systems, elsewhere } = posterior.unlisted;
    const sum = [...components, ...systems].reduce((total, [, p]) => total + p, elsewhere);
    expect(sum).toBeCloseTo(unknown, 12);
    const bySystem = new Map(systems);
    expect(bySystem.get("engine")).toBeGreaterThan(2 * (bySystem.get("brakes") ?? 1));
  });
});

test("a second cause behind the right repair: what it left over points at the other", () => {
  const file = told("low-power", "lamp-dark");
  const of = (repairsTried: CaseFile["repairsTried"]) =>
    advise(book, { ...file, repairsTried }).suspects.find(({ cause: each }) => each.key === causeKey(cause(LAMP)))
      ?.probability ?? 0;
  const before = of([]);
  const partly = of([{ ...cause(VANES), result: "partly" }]);
  expect(of([{ ...cause(VANES), result: "no-change" }])).toBeGreaterThan(before);
  expect(partly).toBeGreaterThan(before);
  expect(partly).toBeGreaterThan(0.6);
});
