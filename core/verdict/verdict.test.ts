import fc from "fast-check";
import { describe, expect, test } from "vitest";
import type { Reading, Spec, Unit } from "@/core/measure";
import type { KeptTrace } from "@/core/trace";
import type { ProcedureKind, TraceLook } from "@/core/book";
import { kindOfTest, needsReason, verdictOfTest } from "./verdict";
import { verdictText } from "@/core/words";
import { openingSpec, wantsOpeningPoint } from "./opening";
import type { TestReadings } from "./test-verdict";

const outcomesOf = (...keys: string[]) => keys.map((key) => ({ key, label: key, effects: [] }));
const read = (value: number, unit: Unit = "ohm"): Reading => ({ value, unit });
const rows = (...readings: Reading[]) => readings.map((reading, at) => ({ label: `place ${at + 1}`, reading }));
const NOTHING: TestReadings = { readings: [], context: null, instrument: null, proofs: null };

interface Judged {
  readonly kind: ProcedureKind;
  readonly outcomes: readonly string[];
  readonly spec?: Spec;
  readonly look?: TraceLook;
}

const judged = ({ kind, outcomes, spec, look }: Judged, test: Partial<TestReadings>) =>
  verdictOfTest({ kind, outcomes: outcomesOf(...outcomes), look: look ?? null }, spec ?? null, { ...NOTHING, ...test });

/** What a verdict says of its outcome and itself, in short. */
const short = (result: ReturnType<typeof judged>) =>
  result.ok ? [result.verdict, result.outcome, verdictText(result)] : [result.path, result.message];

describe("beside a known-good one", () => {
  const kind = { kind: "beside-good", outcomes: ["alike", "differs"] } as const;

  test("the suspect is alike within a tenth, and differs beyond, or when it is open", () => {
    expect(short(judged(kind, { readings: rows(read(100), read(109)) }))).toEqual([
      "pass",
      "alike",
      "109 Ω beside 100 Ω of the good one, 9 % more",
    ]);
    expect(short(judged(kind, { readings: rows(read(100), read(0.07, "kohm")) })).slice(0, 2)).toEqual([
      "fail",
      "differs",
    ]);
    expect(short(judged(kind, { readings: rows(read(100), { open: true }) }))[1]).toBe("differs");
  });

  test("says which of the two cannot be compared, and nothing before both are read", () => {
    expect(short(judged(kind, { readings: rows({ open: true }, read(3)) }))[0]).toBe("cannot-judge");
    expect(short(judged(kind, { readings: rows(read(3), read(3, "V")) }))).toEqual([
      "readings[1].reading.unit",
      "cannot be compared with the good one",
    ]);
    expect(short(judged(kind, { readings: rows(read(3)) }))).toEqual([null, null, null]);
  });
});

describe("before and after", () => {
  const kind = { kind: "before-after", outcomes: ["cured", "still-bad", "still-good"] } as const;
  const spec: Spec = { kind: "range", high: { value: 50, unit: "mA" } };
  const change = (before: number, after: number) =>
    short(judged({ ...kind, spec }, { readings: rows(read(before, "mA"), read(after, "mA")) })).slice(0, 2);

  test("is judged by what became of the verdict", () => {
    expect(change(310, 21)).toEqual(["pass", "cured"]);
    expect(change(310, 300)).toEqual(["fail", "still-bad"]);
    expect(change(20, 21)).toEqual(["pass", "still-good"]);
    // Spoilt is no outcome of this procedure: the verdict stands, and nothing is chosen by it.
    expect(change(20, 310)).toEqual(["fail", null]);
  });

  test("without a spec says the change and leaves its meaning open", () => {
    expect(short(judged(kind, { readings: rows(read(10, "km/h"), read(15, "km/h")) }))).toEqual([
      null,
      null,
      "10 km/h, then 15 km/h, 50 % more",
    ]);
  });
});

describe("the loudest place", () => {
  const kind = { kind: "loudest", outcomes: ["rear-left", "place-1"] } as const;
  const heard = (...levels: readonly (readonly [string, number])[]) =>
    short(judged(kind, { readings: levels.map(([label, value]) => ({ label, reading: read(value, "dB") })) }));

  test("is named with its lead, and chooses the outcome of that name", () => {
    expect(heard(["Rear left", 71], ["rear right", 64], ["front", 60])).toEqual([
      null,
      "rear-left",
      "Loudest at Rear left: 71 dB, 7 dB above rear right",
    ]);
  });

  test("is not told of two that are nearly as loud, and does not compare an ear with a meter", () => {
    expect(heard(["rear left", 71], ["rear right", 69])[0]).toBe("cannot-judge");
    const mixed = [...rows(read(5, "of-ten")), { label: "b", reading: read(70, "dB") }];
    expect(short(judged(kind, { readings: mixed }))[0]).toBe("readings[1].reading.unit");
  });

  test("does not depend on the order in which one listened", () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 30, max: 110 }), { minLength: 2, maxLength: 8 }), (levels) => {
        const places = levels.map((level, at) => [`p${at}`, level] as const);
        expect(heard(...[...places].reverse())[0]).toEqual(heard(...places)[0]);
      }),
    );
  });
});

describe("splitting", () => {
  test("by a swap: the fault goes with the part, stays, or is gone", () => {
    const kind = { kind: "swap", outcomes: ["moved", "stayed", "gone"] } as const;
    const swap = (shows: "first" | "second" | "both" | "nowhere") =>
      short(judged(kind, { swap: { first: "cylinder 2", second: "cylinder 3", shows } }));
    expect(swap("second")).toEqual([
      null,
      "moved",
      "The fault moved from cylinder 2 to cylinder 3: it goes with the part",
    ]);
    expect([swap("first")[1], swap("both")[1], swap("nowhere")[1]]).toEqual(["stayed", "stayed", "gone"]);
  });

  test("by feeding directly: part, wiring or control, and none before the command was looked for", () => {
    const kind = { kind: "direct-feed", outcomes: ["part", "wiring", "control"] } as const;
    const fed = (runs: boolean | null, commanded: boolean | null) =>
      short(judged(kind, { feed: { runs, commanded } }))[1];
    expect([fed(false, null), fed(true, true), fed(true, false)]).toEqual(["part", "wiring", "control"]);
    expect([fed(null, null), fed(true, null)]).toEqual([null, null]);
  });
});

describe("a recording", () => {
  const timeS = Array.from({ length: 60 }, (_, at) => at * 10);
  const trace = (unit: Unit | null, ...channels: ((t: number) => number)[]): KeptTrace => ({
    timeS,
    channels: channels.map((value, at) => ({ name: `channel ${at}`, unit, values: timeS.map(value) })),
  });
  const C: Spec = { kind: "range", low: { value: 84, unit: "degC" }, high: { value: 92, unit: "degC" } };
  const outlet = (t: number) => 15 + 0.2 * t;
  const hose = (opens: number, gain: number) => (t: number) => 15 + Math.max(0, outlet(t) - opens) * gain;
  const opening = (opens: number, gain = 2) =>
    short(
      judged(
        { kind: "trace", look: "warm-up", spec: C, outcomes: ["in-spec", "low", "shut", "not-followed"] },
        { trace: trace("degC", outlet, hose(opens, gain)) },
      ),
    ).slice(0, 2);

  test("of a warm-up is judged by where it opened, and whether the flow followed", () => {
    expect(opening(88)).toEqual(["pass", "in-spec"]);
    expect(opening(60)).toEqual(["fail", "low"]);
    expect(opening(88, 0.3)).toEqual(["fail", "not-followed"]);
    expect(opening(500)).toEqual(["fail", "shut"]);
  });

  test("of a held pressure is judged by its rate, borderline where the line is unsure", () => {
    const spec: Spec = { kind: "range", high: { value: 0.02, unit: "bar" } };
    const rate = (perMinute: number, noise = 0) =>
      judged(
        { kind: "trace", look: "leak", spec, outcomes: ["in-spec", "high"] },
        { trace: trace("bar", (t) => 1 - (perMinute * t) / 60 + noise * Math.sin(t * 7)) },
      );
    expect(short(rate(0.005)).slice(0, 2)).toEqual(["pass", "in-spec"]);
    expect(short(rate(0.05)).slice(0, 2)).toEqual(["fail", "high"]);
    expect(short(rate(0.0201, 0.02))[0]).toBe("borderline");
    expect(short(rate(0.05))[2]).toContain("It loses 0.05 bar a minute over 9.833 min");
  });

  test("against limits is judged by what lies farthest out, in any unit of the kind", () => {
    const limits = { kind: "trace", look: "limits", spec: C, outcomes: ["in-spec", "high", "low"] } as const;
    expect(short(judged(limits, { trace: trace("degF", (t) => 188 + (t % 9)) })).slice(0, 2)).toEqual([
      "pass",
      "in-spec",
    ]);
    expect(short(judged(limits, { trace: trace("degC", (t) => (t === 300 ? 99 : 90)) })).slice(0, 2)).toEqual([
      "fail",
      "high",
    ]);
    expect(short(judged(limits, { trace: trace("bar", () => 1) }))).toEqual(["trace", "is in bar, and °C is wanted"]);
  });
});

test("a value without a spec may be compared; one with a spec may not", () => {
  const spec: Spec = { kind: "range", high: { value: 1, unit: "V" } };
  expect(kindOfTest({ kind: "value" }, null, "several")).toBe("several");
  expect(kindOfTest({ kind: "value" }, spec, "several")).toBe("value");
  expect(kindOfTest({ kind: "swap" }, null, "several")).toBe("swap");
});

test("an outcome that the verdict does not speak of contradicts nothing", () => {
  const moved = judged(
    { kind: "swap", outcomes: ["moved", "stayed"] },
    { swap: { first: "", second: "", shows: "second" } },
  );
  expect([needsReason(moved, "stayed"), needsReason(moved, "moved"), needsReason(moved, "smells-burnt")]).toEqual([
    true,
    false,
    false,
  ]);
});

describe("a warm-up noted by hand", () => {
  const opening: Spec = {
    kind: "nominal",
    nominal: { value: 82, unit: "degC" },
    tolerance: { value: 3, unit: "degC" },
  };
  const outcomes = ["in-spec", "low", "high", "shut", "not-followed"].map((key) => ({ key, label: key, effects: [] }));
  const verdictFor = (front: readonly number[], behind: readonly number[], spec: Spec | null = opening) => {
    const channel = (values: readonly number[]) => ({ name: "", unit: "degC" as const, values: [...values] });
    const timeS = front.map((_, at) => at * 60);
    const trace = { timeS, channels: [channel(front), channel(behind)] };
    return verdictOfTest({ kind: "trace", look: "warm-up", outcomes }, spec, { ...NOTHING, trace });
  };

  test("of five readings is right where it opens by its own opening point", () => {
    expect(verdictFor([37, 59, 77, 86, 90], [31, 33, 42, 61, 74])).toMatchObject({
      verdict: "pass",
      outcome: "in-spec",
    });
    expect(verdictFor([37, 50, 61, 66, 70], [31, 33, 36, 52, 66])).toMatchObject({ verdict: "fail", outcome: "low" });
  });

  test("of a thermostat whose opening point only its stamp tells is judged by that, in either unit", () => {
    const front = [37, 59, 77, 86, 90];
    const behind = [31, 33, 42, 61, 74];
    expect(wantsOpeningPoint({ kind: "trace", look: "warm-up" }, null)).toBe(true);
    expect(wantsOpeningPoint({ kind: "trace", look: "leak" }, null)).toBe(false);
    expect(verdictFor(front, behind, openingSpec({ value: 82, unit: "degC" }))).toMatchObject({ verdict: "pass" });
    expect(verdictFor(front, behind, openingSpec({ value: 180, unit: "degF" }))).toMatchObject({ verdict: "pass" });
    expect(verdictFor(front, behind, openingSpec({ value: 102, unit: "degC" }))).toMatchObject({ outcome: "low" });
  });

  test("is not called shut before it was well above that point, nor where the point is not stated", () => {
    expect(verdictFor([37, 59, 77, 80], [31, 33, 35, 37])).toMatchObject({ verdict: "cannot-judge", outcome: null });
    expect(verdictFor([37, 59, 77, 86, 95], [31, 33, 35, 37, 38])).toMatchObject({ verdict: "fail", outcome: "shut" });
    expect(verdictFor([37, 59, 77, 86, 95], [31, 33, 35, 37, 38], null)).toMatchObject({ verdict: "cannot-judge" });
    expect(verdictFor([37, 59], [31, 33])).toMatchObject({ verdict: "cannot-judge" });
  });
});

test("a pressure that rises is not lost, and a vacuum that comes back is", () => {
  const outcomes = ["in-spec", "high"].map((key) => ({ key, label: key, effects: [] }));
  const spec: Spec = { kind: "range", high: { value: 2, unit: "kPa" } };
  const held = (values: readonly number[]) => {
    const trace = {
      timeS: values.map((_, at) => at * 60),
      channels: [{ name: "", unit: "kPa" as const, values: [...values] }],
    };
    return verdictOfTest({ kind: "trace", look: "leak", outcomes }, spec, { ...NOTHING, trace });
  };
  expect(held([100, 110, 120, 130])).toMatchObject({ verdict: "cannot-judge", outcome: null });
  expect(held([100, 90, 80, 70])).toMatchObject({ verdict: "fail", outcome: "high" });
  expect(held([-60, -50, -40, -30])).toMatchObject({ verdict: "fail", outcome: "high" });
});

test("what cannot be judged is no evidence without a reason", () => {
  const open = { ok: true, verdict: "cannot-judge", said: null, outcome: null } as const;
  expect([needsReason(open, "in-spec"), needsReason(open, "could-not-tell"), needsReason(open, null)]).toEqual([
    true,
    false,
    false,
  ]);
});

test("nothing high-voltage is dead whose preconditions were not all held", () => {
  const volts = (value: number) => ({ value, unit: "V" as const });
  const procedure = {
    kind: "high-voltage" as const,
    outcomes: ["dead", "live"].map((key) => ({ key, label: key, effects: [] })),
    preconditions: ["Service plug out", "Waited"],
  };
  const spec: Spec = { kind: "range", high: volts(5) };
  const of = (value: number, ticked: readonly string[]) =>
    verdictOfTest(procedure, spec, {
      ...NOTHING,
      readings: [{ label: "", reading: volts(value) }],
      proofs: { before: volts(12.4), after: volts(12.4) },
      ticked,
    });
  expect(of(0.2, ["Waited"])).toMatchObject({ ok: false, path: "preconditions" });
  expect(of(0.2, procedure.preconditions)).toMatchObject({ verdict: "pass", outcome: "dead" });
  expect(of(58, procedure.preconditions)).toMatchObject({ verdict: "fail", outcome: "live" });
  expect(of(58, procedure.preconditions)).toMatchObject({
    said: { kind: "not-dead", measured: volts(58), limit: volts(5) },
  });
});
