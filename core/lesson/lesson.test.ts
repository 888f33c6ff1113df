import fc from "fast-check";
import { describe, expect, test } from "vitest";
import type { JobFacts, PartFitted, ProofDone, TestRun } from "@/core/job";
import { proofMissing, proofWeightMilli, PROOF_STEPS, rungOf } from "@/core/proof";
import { UNSOLVED_JOBS } from "@/core/vehicle";
import { cause, jobWith, PACKET } from "@/tests/support/shop";
import { lessonOf, marksOf } from ".";

const VANES = "turbocharger/sticking";
const HOSE = "boost-hose/split";

function fitted(name: string, result: PartFitted["result"], seq: number): PartFitted {
  return {
    seq,
    ...cause(name),
    partNumber: null,
    source: "new-maker",
    minutes: 40,
    cost: { amount: 12.34, currency: "EUR" },
    result,
    resultSeq: result && seq,
  };
}
const run = (procedure: string | null, outcome: string, seq: number, effects: TestRun["effects"] = []): TestRun => ({
  seq,
  procedure,
  title: "",
  outcome,
  effects,
  minutes: 10,
  access: null,
});
const proof = (step: ProofDone["step"], result: ProofDone["result"] = "held", seq = 9): ProofDone => ({
  seq,
  step,
  result,
});

describe("proof", () => {
  test("is worth more with every rung, and nothing once the fault came back", () => {
    const worth = PROOF_STEPS.map((step) => proofWeightMilli([{ step, result: "held" }]));
    expect(worth).toEqual([...worth].sort((a, b) => a - b));
    expect(new Set([proofWeightMilli([]), ...worth]).size).toBe(PROOF_STEPS.length + 1);
    fc.assert(
      fc.property(fc.shuffledSubarray([...PROOF_STEPS]), fc.constantFrom(...PROOF_STEPS), (steps, failed) => {
        const held = steps.map((step) => ({ step, result: "held" as const }));
        expect(rungOf(held)).toBe(Math.max(0, ...steps.map((step) => PROOF_STEPS.indexOf(step) + 1)));
        expect(rungOf([...held, { step: failed, result: "came-back" }])).toBe(0);
        expect(proofWeightMilli([...held, { step: failed, result: "came-back" }])).toBe(0);
        // What is missing is what was not done, of what this job can show.
        for (const hadTest of [true, false])
          for (const hadCodes of [true, false]) {
            const missing = proofMissing(held, { hadTest, hadCodes });
            expect(missing.filter((step) => steps.includes(step))).toEqual([]);
            expect([missing.includes("same-test"), missing.includes("codes-stay-clear")]).toEqual([
              hadTest && !steps.includes("same-test"),
              hadCodes && !steps.includes("codes-stay-clear"),
            ]);
          }
      }),
    );
  });
});

describe("a job teaches", () => {
  const told: Partial<JobFacts> = {
    symptoms: [
      { key: "low-power", conditions: ["hot", "uphill"] },
      { key: "smoke-black", conditions: ["hot"] },
    ],
    codes: [
      { code: "P0299", module: "engine", status: "history" },
      { code: "P0299", module: "engine", status: "stored" },
      { code: "C0035", module: null, status: "stored" },
    ],
    modulesScanned: ["engine", "engine", "brakes"],
    silences: [
      { seq: 2, module: "gearbox", code: null },
      { seq: 2, module: "brakes", code: null },
    ],
    scans: [{ seq: 3, module: "brakes", code: null }],
  };
  const keysOf = (job: JobFacts) =>
    lessonOf(job).features.map(({ key, module }) => (module ? `${key} in ${module}` : key));

  test("each thing that it showed once, codes in the module that holds them", () => {
    expect(keysOf(jobWith(VANES, told)).sort()).toEqual([
      "code|C0035 in chassis",
      "code|P0299 in engine",
      "condition|hot",
      "condition|uphill",
      "scan|brakes in brakes",
      "scan|engine in engine",
      "silent|gearbox in gearbox",
      "symptom|low-power",
      "symptom|smoke-black",
    ]);
  });

  test("of a module that was silent until something was repaired, and not of one that just answered later", () => {
    const answered = { ...told, scans: [{ seq: 6, module: "gearbox", code: null }] };
    expect(keysOf(jobWith(VANES, answered))).not.toContain("silent|gearbox in gearbox");
    const repaired = { ...answered, parts: [{ ...fitted(HOSE, "fixed", 4) }] };
    expect(keysOf(jobWith(VANES, repaired))).toContain("silent|gearbox in gearbox");
  });

  test("nothing while it is open, and dead ends alone where it ended without a cause", () => {
    const parts = [fitted(HOSE, "no-change", 3)];
    expect(lessonOf(jobWith(VANES, { ...told, parts, closed: false }))).toEqual({
      causes: [],
      features: [],
      outcomes: [],
      trials: [],
    });
    const unresolved = lessonOf(jobWith(VANES, { ...told, parts, finding: { result: "unresolved", causes: [] } }));
    expect([unresolved.features, unresolved.outcomes]).toEqual([[], []]);
    expect(unresolved.causes.map(({ group }) => group)).toEqual([UNSOLVED_JOBS]);
    expect(unresolved.trials.every(({ helped, subject }) => !helped && subject === "boost-hose")).toBe(true);
  });

  test("of its causes as much as they are proved, each once, and nothing of them once the vehicle came back", () => {
    const both = { result: "root-cause" as const, causes: [cause(VANES), cause(HOSE), cause(VANES)] };
    const lesson = lessonOf(jobWith(null, { ...told, finding: both, proof: [proof("same-test")] }));
    const groups = new Set(lesson.causes.map(({ group }) => group));
    expect(lesson.causes).toHaveLength(2 * groups.size);
    expect(new Set([...lesson.causes, ...lesson.features].map(({ weightMilli }) => weightMilli))).toEqual(
      new Set([500]),
    );
    for (const back of [{ proof: [proof("road-test"), proof("follow-up", "came-back", 10)] }, { returned: true }]) {
      const none = lessonOf(jobWith(VANES, { ...told, ...back }));
      expect([none.causes, none.features, none.outcomes]).toEqual([[], [], []]);
    }
  });

  test("of its tests the last telling outcome before the cure", () => {
    const lesson = lessonOf(
      jobWith(VANES, {
        tests: [
          run("leak-test", "bubbles", 2),
          run("leak-test", "dry", 3),
          run("vane-travel", "could-not-tell", 4),
          run(null, "looked", 5),
          run("leak-test", "could-not-tell", 6),
          run("vane-travel", "free", 8),
        ],
        parts: [fitted(VANES, "fixed", 7)],
      }),
    );
    expect(lesson.outcomes.map(({ procedure, outcome }) => [procedure, outcome])).toEqual([["leak-test", "dry"]]);
  });

  test("what was tried in vain and what helped, in every group, for every symptom, in whole cents", () => {
    const confirms = [{ ...cause(VANES), effect: "confirms" as const }];
    const { trials } = lessonOf(
      jobWith(VANES, {
        ...told,
        parts: [fitted(HOSE, "no-change", 2), fitted(VANES, "fixed", 5), fitted("egr-valve/blocked", null, 6)],
        tests: [run("vane-travel", "stuck", 3, confirms), run("leak-test", "dry", 4)],
      }),
    );
    const subjects = new Set(
      trials.map(({ kind, subject, helped, costMinor }) => [kind, subject, helped, costMinor].join(" ")),
    );
    expect([...subjects].sort()).toEqual([
      "part boost-hose false 1234",
      "part turbocharger true 1234",
      "test leak-test false 0",
      "test vane-travel true 0",
    ]);
    const places = new Set(trials.map(({ group, symptom }) => `${group} ${symptom}`));
    expect(trials).toHaveLength(subjects.size * places.size);
  });

  test("and is found later by all of it: what it showed, its vehicle, its causes and what was tried", () => {
    const job = jobWith(VANES, {
      ...told,
      parts: [fitted(HOSE, "no-change", 2)],
      tests: [run("leak-test", "dry", 3), run(null, "", 4)],
    });
    const marks = marksOf(job);
    expect(new Set(marks).size).toBe(marks.length);
    expect([...marks].sort()).toEqual([
      "cause|turbocharger/sticking",
      "code|C0035",
      "code|P0299",
      "condition|hot",
      "condition|uphill",
      `engine|${PACKET.engine}`,
      "model|Tarrow|Packet",
      "part|boost-hose",
      "silent|gearbox",
      "symptom|low-power",
      "symptom|smoke-black",
      "test|leak-test",
      `transmission|${PACKET.transmission}`,
    ]);
    const plain = { ...PACKET, engine: null, transmission: null };
    expect(marksOf(jobWith(null, { vehicle: plain }))).toEqual(["model|Tarrow|Packet"]);
  });
});
