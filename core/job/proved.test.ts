import fc from "fast-check";
import { describe, expect, test } from "vitest";
import {
  askAfterDays,
  codesAfterCure,
  obstaclesOf,
  proofOfCure,
  rungOfJob,
  sameTestOf,
  triesAfterCure,
  type JobFacts,
  type PartFitted,
  type ScanEvent,
  type TestRun,
} from ".";
import { cause, jobWith } from "@/tests/support/shop";

const run = (seq: number, outcome: "low" | "in-spec", more: Partial<TestRun> = {}): TestRun => ({
  seq,
  procedure: "flow",
  title: "Flow",
  outcome,
  effects: [{ component: "pump", failure: null, effect: outcome === "low" ? "confirms" : "clears" }],
  minutes: 5,
  access: null,
  ...more,
});
const fitted = (seq: number, more: Partial<PartFitted> = {}): PartFitted => ({
  seq,
  ...cause("pump/worn"),
  partNumber: null,
  source: "new-maker",
  minutes: 30,
  cost: { amount: 80, currency: "EUR" },
  result: "fixed",
  resultSeq: seq,
  ...more,
});
const read = (seq: number, module = "engine"): ScanEvent => ({ seq, module, code: null });
const saw = (seq: number, code = "P0087", module: string | null = "engine"): ScanEvent => ({ seq, module, code });
const CODES = [{ code: "P0087", module: "engine", status: "stored" as const }];
const job = (more: Partial<JobFacts>) =>
  jobWith(null, {
    closed: false,
    proof: [],
    finding: { result: "root-cause", causes: [cause("pump/worn")] },
    parts: [fitted(4)],
    ...more,
  });

describe("the same test", () => {
  test("is a run after the repair that speaks for the cause no more", () => {
    const passes = (tests: readonly TestRun[]) => sameTestOf(job({ tests }))?.passes;
    expect(passes([run(2, "low")])).toBeNull();
    expect(passes([run(2, "low"), run(6, "in-spec")])).toBe(true);
    expect(passes([run(2, "low"), run(6, "low")])).toBe(false);
    expect(passes([run(2, "low"), run(3, "in-spec")])).toBeNull();
    expect(passes([run(2, "low"), run(6, "in-spec", { outcome: "could-not-tell", effects: [] })])).toBeNull();
    expect(passes([run(2, "low"), run(6, "in-spec", { place: "cylinder 2" })])).toBeNull();
    expect(sameTestOf(job({ tests: [run(2, "in-spec"), run(6, "in-spec")] }))).toBeNull();
  });

  test("of several the quickest is asked for, and one that fails again outweighs one that passes", () => {
    const slow = (seq: number, outcome: "low" | "in-spec") => run(seq, outcome, { procedure: "look", minutes: 20 });
    expect(sameTestOf(job({ tests: [run(1, "low"), slow(2, "low")] }))?.before.procedure).toBe("flow");
    const both = [run(1, "low"), slow(2, "low"), run(6, "in-spec"), slow(7, "low")];
    expect(sameTestOf(job({ tests: both }))).toMatchObject({ before: { procedure: "look" }, passes: false });
    expect(rungOfJob(job({ tests: both }))).toBe(0);
  });
});

describe("codes stay clear", () => {
  const after = (more: Partial<JobFacts>) =>
    codesAfterCure(job({ codes: CODES, scans: [saw(1), read(1)], ...more })).kind;

  test("by a clearing after the repair and a later read of the modules that held them", () => {
    expect(after({})).toBe("not-cleared");
    expect(after({ clearings: [2] })).toBe("not-cleared");
    expect(after({ clearings: [5] })).toBe("not-read");
    expect(after({ clearings: [5], scans: [saw(1), read(1), read(3)] })).toBe("not-read");
    expect(after({ clearings: [5], scans: [saw(1), read(1), read(7, "brakes")] })).toBe("not-read");
    expect(after({ clearings: [5], scans: [saw(1), read(1), read(7)] })).toBe("clear");
    expect(after({ clearings: [5], scans: [saw(1), read(1), read(7), saw(7)] })).toBe("back");
    expect(after({ clearings: [5], codesBack: [saw(5)], scans: [saw(1), read(1), read(7)] })).toBe("back");
    // What came back was cleared once more, and stayed away.
    expect(after({ clearings: [5, 8], codesBack: [saw(5)], scans: [saw(1), read(1), read(9)] })).toBe("clear");
    expect(codesAfterCure(job({ codes: [] })).kind).toBe("none");
  });

  test("of a code whose module was not told, its own letter says where it is read", () => {
    const scans = [saw(1, "P0087", null), read(7, "engine")];
    expect(after({ clearings: [5], scans })).toBe("clear");
  });
});

test("a fault that came now and then is driven until it would have shown itself", () => {
  const confirmation = { result: "sometimes" as const, times: 2, tries: 4, conditions: [] };
  const drive = (seq: number, cleanTries: number | null) => ({
    seq,
    step: "road-test" as const,
    result: "held" as const,
    cleanTries,
  });
  const rung = (...proof: ReturnType<typeof drive>[]) => rungOfJob(job({ confirmation, proof }));
  const needed = triesAfterCure(job({ confirmation }))?.triesNeeded ?? 0;
  expect(needed).toBeGreaterThan(2);
  expect([rung(drive(5, 1)), rung(drive(5, needed - 1)), rung(drive(5, needed))]).toEqual([0, 0, 4]);
  expect(rung(drive(5, 2), drive(6, needed - 2))).toBe(4);
  expect(rung(drive(5, null))).toBe(0);
  expect(rungOfJob(job({ proof: [drive(5, null)] }))).toBe(4);
});

test("what brings it home is no repair, and nothing proves it", () => {
  const home = job({ parts: [fitted(4, { getHome: true })], tests: [run(2, "low"), run(6, "in-spec")] });
  expect(rungOfJob(home)).toBe(0);
  expect(obstaclesOf(home).map(({ kind }) => kind)).toContain("got-home");
});

test("safety work wants a second person after the last of it, and what is left open stands in the way", () => {
  const brakes = fitted(4, { system: "brakes" });
  const kinds = (more: Partial<JobFacts>) =>
    obstaclesOf(job({ parts: [brakes], proof: [{ seq: 9, step: "road-test", result: "held" }], ...more })).map(
      ({ kind }) => kind,
    );
  expect(kinds({})).toEqual(["second-look"]);
  expect(kinds({ secondLooks: [3] })).toEqual(["second-look"]);
  expect(kinds({ secondLooks: [5] })).toEqual([]);
  const left = [{ kind: "symptom" as const, key: "whine", state: "open" as const }];
  const finding = { result: "root-cause" as const, causes: [cause("pump/worn")], left };
  expect(kinds({ secondLooks: [5], finding })).toEqual(["left-over"]);
  const decided = { ...finding, left: left.map((each) => ({ ...each, state: "refused" as const })) };
  expect(kinds({ secondLooks: [5], finding: decided })).toEqual([]);
});

test("the rung never rises without its evidence, whatever was recorded in whatever order", () => {
  const event = fc.record({
    seq: fc.integer({ min: 1, max: 20 }),
    what: fc.constantFrom("low", "in-spec", "clear", "read", "code", "back"),
  });
  fc.assert(
    fc.property(fc.array(event, { maxLength: 14 }), fc.integer({ min: 3, max: 15 }), (events, cure) => {
      const at = (what: string) => events.flatMap((each) => (each.what === what ? each.seq : []));
      const facts = job({
        parts: [fitted(cure)],
        codes: at("code").length ? CODES : [],
        tests: [...at("low").map((seq) => run(seq, "low")), ...at("in-spec").map((seq) => run(seq, "in-spec"))].sort(
          (a, b) => a.seq - b.seq,
        ),
        clearings: at("clear").sort((a, b) => a - b),
        scans: [...at("read").map((seq) => read(seq)), ...at("code").map((seq) => saw(seq))],
        codesBack: at("back").map((seq) => saw(seq)),
      });
      const steps = new Set(proofOfCure(facts).map(({ step }) => step));
      if (steps.has("same-test")) {
        expect(at("low").some((seq) => seq < cure)).toBe(true);
        expect(at("in-spec").some((seq) => seq > cure)).toBe(true);
      }
      if (steps.has("codes-stay-clear")) {
        const cleared = Math.max(...at("clear").filter((seq) => seq > cure));
        expect(at("read").some((seq) => seq > cleared)).toBe(true);
        expect(at("code").some((seq) => seq > cleared)).toBe(false);
        expect(at("back").some((seq) => seq >= cleared)).toBe(false);
      }
      expect(steps.has("road-test") || steps.has("follow-up")).toBe(false);
    }),
    { seed: 12, numRuns: 500 },
  );
});

test("a repair is asked after by how far it is proved, and not before an intermittent fault would have shown itself", () => {
  const often = (times: number, tries: number) =>
    job({ confirmation: { result: "sometimes", times, tries, conditions: [] } });
  expect([0, 3, 5].map((rung) => askAfterDays(job({}), rung as 0 | 3 | 5))).toEqual([3, 14, 60]);
  expect(askAfterDays(often(1, 2), 3)).toBe(14);
  // One in twelve: silent for 36 tries before it is believed.
  expect(askAfterDays(often(1, 12), 3)).toBe(36);
  expect(askAfterDays(often(1, 400), 0)).toBe(120);
});
