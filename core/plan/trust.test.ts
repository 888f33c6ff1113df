import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { advise } from "./advice";
import { causeKey, NEEDS_NOTHING, type Book } from "@/core/book";
import { roadsOf } from "@/core/odds";
import { withSuspectsOf, type CaseFile, type TestDone } from "@/core/case";
import {
  cause,
  emptyCase,
  repairOf,
  jobWith,
  countedBook,
  PACKET,
  patternFor,
  procedureWith,
} from "@/tests/support/shop";

/** What a mechanic would hold an answer to, whatever the book: the principle, on made-up books of every size. */

const OHMS = procedureWith(
  "injector-ohms",
  { open: "injector/open proves", fine: "injector/open clears" },
  { component: "injector" },
);
const DRAW = procedureWith("starter-draw", { high: "starter/worn confirms", fine: "starter/worn clears" });
const SWAP = procedureWith(
  "relay-swap",
  { moved: "relay/sticks confirms", stayed: "relay/sticks clears" },
  { minutes: 5 },
);
const PROCEDURES = [OHMS, DRAW, SWAP];
const NAMES = ["injector/open fuel", "starter/worn engine", "relay/sticks electrical", "filter/blocked climate"];
const SYMPTOMS = { "no-crank": "engine", misfire: "fuel" };
const BOOK = {
  causes: NAMES,
  procedures: PROCEDURES,
  symptoms: SYMPTOMS,
  repairs: [repairOf("injector/open", 60, 120), repairOf("starter/worn", 70, 180), repairOf("relay/sticks", 15, 20)],
};

const done = (procedure: string, outcome: string, more: Partial<TestDone> = {}): TestDone => {
  const effects = PROCEDURES.find(({ key }) => key === procedure)?.outcomes.find(({ key }) => key === outcome)?.effects;
  return { procedure, title: procedure, outcome, effects: effects ?? [], ...more };
};
const ask = (book: Book, more: Partial<CaseFile>) => {
  const file = { ...emptyCase, ...more };
  return advise(withSuspectsOf(book, file), file);
};
const p = (book: Book, more: Partial<CaseFile>, name: string) =>
  ask(book, more).suspects.find(({ cause: known }) => known.key === causeKey(cause(name)))?.probability ?? 0;
const told = (key: string) => [{ key, conditions: [] as string[] }];

/** Shops of every size: a book that is long or short, and jobs that have nothing to do with the case. */
const shops = fc
  .tuple(fc.integer({ min: 0, max: 120 }), fc.array(fc.integer({ min: 0, max: 40 }), { maxLength: 60 }))
  .map(([more, found]) => {
    const others = Array.from({ length: more }, (_, at) => `part-${at}/worn sys-${at % 7}`);
    const jobs = found.flatMap((at) => {
      const name = others[at]?.split(" ")[0];
      return name ? [jobWith(name, { symptoms: told("misfire") })] : [];
    });
    return countedBook({ ...BOOK, causes: [...NAMES, ...others] }, jobs);
  });

test("what was measured at the part itself never stands behind a suspect that nothing speaks for", () => {
  fc.assert(
    fc.property(shops, fc.constantFrom("misfire", "no-crank"), (book, symptom) => {
      const { suspects } = ask(book, { symptoms: told(symptom), tests: [done("injector-ohms", "open")] });
      expect(suspects[0]?.cause.key).toBe("injector/open");
      expect(suspects[0]?.probability).toBeGreaterThan(0.5);
    }),
    { seed: 51, numRuns: 60 },
  );
});

describe("the order of tests and repairs", () => {
  const fixed = [{ ...cause("starter/worn"), result: "fixed" as const }];

  test("a pass after the repair never lowers the cause that was repaired, and the same pass before it does", () => {
    fc.assert(
      fc.property(
        shops,
        fc.boolean(),
        fc.constantFrom("fixed" as const, "partly" as const, "no-change" as const),
        (book, failed, result) => {
          const tests = failed ? [done("starter-draw", "high")] : [];
          const repairsTried = [{ ...cause("starter/worn"), result }];
          const file = { symptoms: told("no-crank"), tests, repairsTried };
          const passed = { ...file, tests: [...tests, done("starter-draw", "fine", { afterRepairs: 1 })] };
          expect(p(book, passed, "starter/worn")).toBeGreaterThanOrEqual(p(book, file, "starter/worn") - 1e-9);
          const before = { symptoms: told("no-crank"), tests: [done("starter-draw", "fine")] };
          expect(p(book, before, "starter/worn")).toBeLessThan(p(book, { symptoms: told("no-crank") }, "starter/worn"));
        },
      ),
      { seed: 52, numRuns: 60 },
    );
  });

  test("a proved cause runs through, and its own proof does not strike it out", () => {
    const book = countedBook(BOOK, []);
    const tests = [done("starter-draw", "high"), done("starter-draw", "fine", { afterRepairs: 1 })];
    const file = { ...emptyCase, symptoms: told("no-crank"), tests, repairsTried: fixed };
    const { posterior, closures, plan } = advise(book, file);
    expect(closures.map(({ cause: key }) => key)).not.toContain("starter/worn");
    const roads = roadsOf(book, file, { posterior, closures, proved: [cause("starter/worn")] });
    expect(roads[0]).toMatchObject({ state: "through", closedBy: null, cause: { component: "starter" } });
    expect(plan.actions).toEqual([]);
  });
});

test("what only brings the vehicle home leaves the repair to be done, and speaks for the cause where it helped", () => {
  fc.assert(
    fc.property(
      shops,
      fc.constantFrom("fixed" as const, "partly" as const, "no-change" as const),
      fc.constantFrom("worn", null),
      (book, result, failure) => {
        const before = { symptoms: told("no-crank"), tests: [done("starter-draw", "high")] };
        const repairsTried = [{ component: "starter", failure, result, getHome: true }];
        const file = { ...emptyCase, ...before, repairsTried };
        const { posterior, closures, plan, suspects } = advise(withSuspectsOf(book, file), file);
        const [was, now] = [
          p(book, before, "starter/worn"),
          posterior.byCause.get(causeKey(cause("starter/worn"))) ?? 0,
        ];
        if (result === "no-change") expect(now).toBeLessThan(was);
        else {
          expect(now).toBeGreaterThanOrEqual(was - 1e-9);
          expect(suspects[0]?.cause.key).toBe("starter/worn");
          expect(plan.actions.flatMap((each) => (each.kind === "repair" ? each.cause.key : []))).toContain(
            "starter/worn",
          );
        }
        const road = roadsOf(book, file, { posterior, closures, proved: [] }).find(
          (each) => each.cause.key === "starter/worn",
        );
        expect(road?.state ?? "open").toBe("open");
      },
    ),
    { seed: 53, numRuns: 90 },
  );
});

test("what did not bring the vehicle home hides nothing: a test after it still speaks of the cause", () => {
  const book = countedBook(BOOK, []);
  const after = (outcome: string) =>
    p(
      book,
      {
        symptoms: told("no-crank"),
        repairsTried: [{ ...cause("starter/worn"), result: "no-change", getHome: true }],
        tests: [done("starter-draw", outcome, { afterRepairs: 1 })],
      },
      "starter/worn",
    );
  expect(after("high")).toBeGreaterThan(after("fine") + 0.3);
});

test("what was got round and then repaired is judged by its repair", () => {
  const book = countedBook(BOOK, []);
  const home = { ...cause("starter/worn"), result: "fixed" as const, getHome: true };
  const before = { ...emptyCase, symptoms: told("no-crank"), tests: [done("starter-draw", "high")] };
  const after = (result: "fixed" | "no-change") => ({
    ...before,
    repairsTried: [home, { ...cause("starter/worn"), result }],
  });
  expect(ask(book, after("fixed")).plan.actions).toEqual([]);
  const brought = p(book, { ...before, repairsTried: [home] }, "starter/worn");
  expect(brought).toBeGreaterThan(0.9);
  expect(p(book, after("no-change"), "starter/worn")).toBeLessThan(brought - 0.3);
  const offered = ask(book, after("no-change")).plan.actions.flatMap((each) =>
    each.kind === "repair" ? each.cause.key : [],
  );
  expect(offered).not.toContain("starter/worn");
});

test("two causes that were both measured at their parts are not rivals", () => {
  const pump = procedureWith("pump-flow", { none: "pump/worn proves", fine: "pump/worn clears" });
  const book = countedBook({ ...BOOK, causes: [...NAMES, "pump/worn fuel"], procedures: [...PROCEDURES, pump] }, []);
  const none = {
    procedure: "pump-flow",
    title: "",
    outcome: "none",
    effects: [{ ...cause("pump/worn"), effect: "proves" as const }],
  };
  const { suspects, posterior } = ask(book, {
    symptoms: told("misfire"),
    tests: [done("injector-ohms", "open"), none],
  });
  expect(
    suspects
      .slice(0, 2)
      .map(({ cause: { component } }) => component)
      .sort(),
  ).toEqual(["injector", "pump"]);
  expect(posterior.pairs()[0]?.probability).toBeGreaterThan(0.5);
});

describe("one job is one job", () => {
  const like = { symptoms: [{ key: "no-crank", conditions: ["hot"] }] };
  const after = (jobs: number, more: readonly string[] = []) =>
    p(
      countedBook(
        { ...BOOK, causes: [...NAMES, ...more] },
        Array.from({ length: jobs }, () => jobWith("starter/worn", like)),
      ),
      like,
      "starter/worn",
    );

  test("after one like job most of what it may be has not been seen, two of two are no 95, and ten say more than two", () => {
    for (const more of [[], Array.from({ length: 80 }, (_, at) => `part-${at}/worn sys-${at % 7}`)]) {
      expect(after(1, more)).toBeLessThan(0.5);
      expect(after(2, more)).toBeLessThan(0.8);
      expect(after(2, more)).toBeGreaterThan(after(1, more));
      expect(after(10, more)).toBeGreaterThan(after(2, more));
      expect(after(10, more)).toBeLessThan(0.95);
    }
  });
});

test("a suspect that a technician names holds one in twenty until something speaks against it, also one that the book does not know", () => {
  fc.assert(
    fc.property(shops, (book) => {
      const named = [{ component: "relay", failure: "burnt" }];
      const file = { symptoms: told("no-crank"), named };
      expect(p(book, file, "relay/burnt")).toBeGreaterThan(0.045);
      expect(ask(book, file).named).toEqual(named);
    }),
    { seed: 53, numRuns: 40 },
  );
  const book = countedBook(BOOK, []);
  const named = [cause("starter/worn")];
  const cleared = p(book, { named, tests: [done("starter-draw", "fine")] }, "starter/worn");
  expect(cleared).toBeLessThan(0.045);
});

test("evidence of one place says little of another: cylinder 2 open is not cleared by cylinder 1 good, whichever came first", () => {
  const book = countedBook(BOOK, []);
  const at = (place: string, outcome: string) => done("injector-ohms", outcome, { place });
  const injector = (...tests: TestDone[]) => p(book, { symptoms: told("misfire"), tests }, "injector/open");
  const open = injector(at("cylinder 2", "open"));
  expect(injector(at("cylinder 2", "open"), at("cylinder 1", "fine"))).toBeGreaterThan(0.9 * open);
  expect(injector(at("cylinder 1", "fine"), at("cylinder 2", "open"))).toBeGreaterThan(0.9 * open);
  // At the same place it is another matter.
  expect(injector(at("cylinder 2", "open"), at("Cylinder  2", "fine"))).toBeLessThan(0.9 * open);
  // One good of four clears little; all four good clear it.
  const none = injector();
  expect(injector(at("cylinder 1", "fine"))).toBeGreaterThan(0.6 * none);
  const all = [1, 2, 3, 4].map((nth) => at(`cylinder ${nth}`, "fine"));
  expect(injector(...all)).toBeLessThan(0.2 * none);
});

test("what a vehicle cannot have is no suspect; what is not stated of it is given the benefit of the doubt", () => {
  const needs = { injector: { ...NEEDS_NOTHING, fuels: ["petrol"], equipment: ["air-conditioning"] } };
  const book = countedBook({ ...BOOK, needs }, [jobWith("injector/open", { symptoms: told("misfire") })]);
  const on = (fuel: string | null, equipment: readonly string[] | null = null) =>
    p(book, { symptoms: told("misfire"), vehicle: { ...PACKET, fuel, equipment } }, "injector/open");
  expect(on("diesel")).toBe(0);
  expect(on("petrol")).toBe(on(null));
  expect(on(null)).toBeGreaterThan(0.2);
  // A list of equipment never names all of it.
  expect(on("petrol", ["tow bar"])).toBe(on(null));
  expect(on("petrol", ["Air conditioning", "no tow bar"])).toBe(on(null));
  expect(on("petrol", ["tow bar", "without air conditioning"])).toBe(0);
});

test("symptoms and codes belong to systems from the first job on, and general practice says which part", () => {
  const empty = countedBook(BOOK, []);
  const engine = ask(empty, { symptoms: told("no-crank") });
  expect(engine.suspects[0]?.cause.component).toBe("starter");
  expect(p(empty, { symptoms: told("no-crank") }, "filter/blocked")).toBeLessThan(0.03);
  const code = { code: "P0201", module: "engine", status: "stored" as const };
  expect(p(empty, { codes: [code] }, "injector/open")).toBeGreaterThan(
    4 * p(empty, { codes: [code] }, "filter/blocked"),
  );
  const links = [{ symptom: "no-crank", component: "relay", often: "often" as const }];
  const linked = countedBook({ ...BOOK, links }, []);
  expect(ask(linked, { symptoms: told("no-crank") }).suspects[0]?.cause.component).toBe("relay");
  // It fades as jobs come in.
  const jobs = Array.from({ length: 12 }, () => jobWith("starter/worn", { symptoms: told("no-crank") }));
  expect(ask(countedBook({ ...BOOK, links }, jobs), { symptoms: told("no-crank") }).suspects[0]?.cause.component).toBe(
    "starter",
  );
});

test("a module that does not answer speaks for its supply, its bus or itself, and for what silenced it before", () => {
  const names = [
    "injector/open fuel",
    "fuse-7/open electrical",
    "gearbox-unit/dead transmission",
    "filter/blocked climate",
  ];
  const silent = { modulesSilent: ["gearbox"] };
  const empty = countedBook({ ...BOOK, causes: names }, []);
  expect(ask(empty, silent).suspects[0]?.cause.component).toBe("fuse-7");
  expect(p(empty, silent, "gearbox-unit/dead")).toBeGreaterThan(2 * p(empty, silent, "filter/blocked"));
  const silences = [{ seq: 1, module: "gearbox", code: null }];
  const jobs = [
    ...Array.from({ length: 4 }, () => jobWith("gearbox-unit/dead", { silences })),
    ...Array.from({ length: 8 }, () => jobWith("fuse-7/open", { modulesScanned: ["gearbox"] })),
  ];
  const learnt = countedBook({ ...BOOK, causes: names }, jobs);
  expect(ask(learnt, silent).suspects[0]?.cause.component).toBe("gearbox-unit");
  expect(ask(learnt, { modulesScanned: ["gearbox"] }).suspects[0]?.cause.component).toBe("fuse-7");
});

test("a swap that convicts a part convicts it in a long book as well, and a known failure leads where it applies", () => {
  const long = [...NAMES, ...Array.from({ length: 150 }, (_, at) => `part-${at}/worn sys-${at % 9}`)];
  const moved = ask(countedBook({ ...BOOK, causes: long }, []), {
    symptoms: told("no-crank"),
    tests: [done("relay-swap", "moved")],
  });
  expect(moved.suspects[0]?.cause.key).toBe("relay/sticks");
  expect(moved.suspects[0]?.probability).toBeGreaterThan(0.3);
  const applies = { ...patternFor("relay/sticks").applies, make: "Tarrow" };
  const known = patternFor("relay/sticks", { evidence: "proved", applies, symptoms: ["no-crank"] });
  expect(
    ask(countedBook({ ...BOOK, patterns: [known] }, []), { symptoms: told("no-crank") }).suspects[0]?.cause.key,
  ).toBe("relay/sticks");
});

test("a procedure for other vehicles is not offered, nor one that was done", () => {
  const applies = { ...patternFor("a/b").applies, make: "Ombrel" };
  const book = { ...BOOK, procedures: [{ ...DRAW, applies }, SWAP] };
  const offered = (more: Partial<CaseFile>) =>
    ask(countedBook(book, []), { symptoms: told("no-crank"), ...more }).plan.actions.flatMap((action) =>
      action.kind === "test" ? [action.procedure.key] : [],
    );
  expect(offered({})).toEqual(["relay-swap"]);
  expect(offered({ vehicle: { ...PACKET, make: "Ombrel" } })).toContain("starter-draw");
  expect(offered({ tests: [done("relay-swap", "not-done")] })).toEqual([]);
});
