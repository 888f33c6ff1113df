import { describe, expect, test } from "vitest";
import { cameBack, caseOf, deadEndMinutes, needOf, type JobFacts, type PartFitted } from ".";
import { lessonOf } from "@/core/lesson";
import { proofWeightMilli, rungOf, type ProofStep } from "@/core/proof";
import { cause, jobWith } from "@/tests/support/shop";

const eur = { amount: 80, currency: "EUR" };

function part(seq: number, name: string, result: PartFitted["result"], more: Partial<PartFitted> = {}): PartFitted {
  const resultSeq = result === null ? null : seq;
  return {
    seq,
    ...cause(name),
    partNumber: null,
    source: "new-maker",
    minutes: 30,
    cost: eur,
    result,
    resultSeq,
    ...more,
  };
}

const held = (seq: number, step: ProofStep) => ({ seq, step, result: "held" as const });
const back = (seq: number) => ({ seq, step: "follow-up" as const, result: "came-back" as const });
const open = (more: Partial<JobFacts>) => jobWith(null, { closed: false, proof: [], ...more });
const found = { result: "root-cause" as const, causes: [cause("pump/worn")] };
const tested = [
  {
    seq: 1,
    procedure: "flow",
    title: "",
    outcome: "low",
    effects: [{ component: "pump", failure: null, effect: "confirms" as const }],
    minutes: 5,
    access: null,
  },
];

describe("what a job needs", () => {
  test("walks from the test over the part, the cause and the proof to the decision", () => {
    const code = [{ code: "P0087", module: "engine", status: "stored" as const }];
    const cured = { tests: tested, codes: code, parts: [part(2, "pump/worn", "fixed")] };
    const needs = [
      open({}),
      open({ parts: [part(2, "pump/worn", null)] }),
      open({ parts: [part(2, "pump/worn", "no-change")] }),
      open(cured),
      open({ ...cured, finding: found }),
      open({ ...cured, finding: found, proof: [held(4, "same-test"), held(5, "codes-stay-clear")] }),
      open({
        ...cured,
        finding: found,
        proof: [held(4, "same-test"), held(5, "codes-stay-clear"), held(6, "road-test")],
      }),
      open({ finding: { result: "unresolved", causes: [] } }),
    ].map((job) => {
      const need = needOf(job);
      return need.kind === "proof" ? need.missing : need.kind === "decision" ? `decide: ${need.about}` : need.kind;
    });
    expect(needs).toEqual([
      "test",
      "part-result",
      "test",
      "decide: cause",
      ["same-test", "codes-stay-clear", "road-test"],
      ["road-test"],
      "decide: close",
      "decide: close",
    ]);
  });

  test("asks for no proof that the job cannot give", () => {
    const job = open({ parts: [part(2, "pump/worn", "fixed")], finding: found });
    expect(needOf(job)).toEqual({ kind: "proof", missing: ["road-test"] });
  });

  test("is a decision again once the fault came back", () => {
    const job = jobWith("pump/worn", {
      parts: [part(2, "pump/worn", "fixed")],
      proof: [held(3, "road-test"), back(6)],
    });
    expect(needOf(job)).toEqual({ kind: "decision", about: "came-back" });
    expect(needOf({ ...job, closed: false })).toEqual({ kind: "test" });
  });
});

describe("a comeback", () => {
  const job = jobWith("pump/worn", { parts: [part(2, "pump/worn", "fixed")], proof: [held(3, "road-test"), back(6)] });

  test("turns the repair into one in vain, with its minutes", () => {
    expect(cameBack(job)).toBe(true);
    expect(caseOf(job).repairsTried).toEqual([
      { ...cause("pump/worn"), place: null, result: "no-change", getHome: false },
    ]);
    expect(deadEndMinutes(job)).toBe(30);
  });

  test("was to be expected of what only brought the vehicle home: that says what it said, and is no part in vain", () => {
    const home = { ...job, parts: [{ ...part(2, "pump/worn", "fixed"), getHome: true }], returned: true };
    expect(caseOf(home).repairsTried).toEqual([{ ...cause("pump/worn"), place: null, result: "fixed", getHome: true }]);
    expect(deadEndMinutes(home)).toBe(0);
    expect(lessonOf({ ...home, symptoms: [{ key: "whine", conditions: [] }] }).trials).toEqual([]);
  });

  test("takes the cause out of the book, and leaves the dead end in it", () => {
    const lesson = lessonOf({ ...job, symptoms: [{ key: "whine", conditions: [] }] });
    expect([lesson.causes, lesson.features, lesson.outcomes]).toEqual([[], [], []]);
    expect(lesson.trials.length).toBeGreaterThan(0);
    expect(
      lesson.trials.every(({ helped, minutes, costMinor }) => !helped && minutes === 30 && costMinor === 8000),
    ).toBe(true);
  });

  test("is over once another repair has cured it", () => {
    const cured = {
      ...job,
      parts: [...job.parts, part(7, "relay/no-signal", "fixed")],
      proof: [...job.proof, held(8, "road-test")],
    };
    expect(cameBack(cured)).toBe(false);
    expect(deadEndMinutes(cured)).toBe(30);
    expect(
      lessonOf({ ...cured, finding: { ...found, causes: [cause("relay/no-signal")] } }).causes[0]?.weightMilli,
    ).toBe(850);
  });
});

describe("what a job teaches", () => {
  test("is nothing while it is open, and of an unsolved one only its dead ends", () => {
    const vain = { parts: [part(2, "pump/worn", "no-change")], symptoms: [{ key: "whine", conditions: ["hot"] }] };
    const closed = jobWith(null, { ...vain, finding: { result: "unresolved", causes: [] } });
    expect(lessonOf({ ...closed, closed: false })).toEqual({ causes: [], features: [], outcomes: [], trials: [] });
    // Apart from every group: that there is something which the book does not know.
    expect(lessonOf(closed).causes).toEqual([{ group: "unsolved", component: "", failure: "", weightMilli: 1000 }]);
    expect(lessonOf(closed).trials.map(({ subject, helped }) => [subject, helped])).toContainEqual(["pump", false]);
  });

  test("leaves out a test that was repeated as proof", () => {
    const again = {
      ...tested[0],
      seq: 5,
      procedure: "flow",
      title: "",
      outcome: "in-spec",
      effects: [],
      minutes: 5,
      access: null,
    };
    const job = jobWith("pump/worn", { tests: [...tested, again], parts: [part(3, "pump/worn", "fixed")] });
    expect(lessonOf(job).outcomes.map(({ outcome }) => outcome)).toEqual(["low"]);
  });

  test("counts both causes of a job that had two", () => {
    const job = jobWith(null, {
      finding: { result: "root-cause", causes: [cause("pump/worn"), cause("relay/no-signal")] },
    });
    expect(new Set(lessonOf(job).causes.map(({ component }) => component))).toEqual(new Set(["pump", "relay"]));
  });

  test("weighs by the highest rung of proof that held", () => {
    const steps: ProofStep[] = ["bench", "same-test", "codes-stay-clear", "road-test", "follow-up"];
    expect(steps.map((step) => rungOf([held(1, step)]))).toEqual([1, 2, 3, 4, 5]);
    const weights = [[], ...steps.map((step) => [held(1, step)])].map(proofWeightMilli);
    expect(weights).toEqual([200, 350, 500, 650, 850, 1000]);
    expect(proofWeightMilli([held(1, "follow-up"), back(2)])).toBe(0);
    expect(rungOf([held(1, "road-test"), held(2, "same-test")])).toBe(4);
  });
});
