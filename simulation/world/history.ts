import type { JobFacts, PartFitted, TestRun } from "@/core/job";
import type { ProofStep } from "@/core/proof";
import type { Dice } from "../random";
import { dealJob, type TrueJob } from "./job";
import { dealOutcome } from "./outcome";
import type { TrueCause, World } from "./truth";

/** How carelessly a shop writes down what it did. */
const RECORDS = {
  /** A symptom or condition that was told and not noted. */
  leftOut: 0.12,
  wrongFinding: 0.04,
  unresolved: 0.03,
  /** A wrong finding that comes back and is noted as a comeback. */
  comesBack: 0.6,
  secondCauseNoted: 0.6,
  vainNoted: 0.8,
} as const;

const PROOFS: readonly (readonly ProofStep[])[] = [
  [],
  ["bench"],
  ["same-test"],
  ["codes-stay-clear"],
  ["road-test"],
  ["road-test", "follow-up"],
];

/**
 * A closed job as the shop recorded it.
 * @param age how far along the history it is: 0 the first job, 1 the last
 */
export function recordJob(world: World, dice: Dice, age = 1): JobFacts {
  const truth = dealJob(world, dice);
  const [early, late] = world.rules.normalRecorded;
  const work = workOn(world, truth, { dice, normalRecorded: early + (late - early) * age });
  const finding = findingOf(world, truth, dice);
  const comesBack = finding.wrong && dice.is(RECORDS.comesBack);
  const steps = dice.pick(PROOFS);
  return {
    vehicle: truth.vehicle,
    odometerKm: truth.odometerKm,
    modulesScanned: truth.modulesScanned,
    codes: truth.codes,
    symptoms: noted(truth, dice),
    coverage: [],
    priorWork: [],
    symptomSystems: [],
    confirmation: null,
    watch: null,
    ...work,
    proof: [
      ...steps.map((step, at) => ({ seq: 100 + at, step, result: "held" as const })),
      ...(comesBack ? [{ seq: 110, step: "follow-up" as const, result: "came-back" as const }] : []),
    ],
    finding: { result: finding.causes.length ? "root-cause" : "unresolved", causes: finding.causes },
    closed: true,
  };
}

function noted({ symptoms }: TrueJob, dice: Dice): TrueJob["symptoms"] {
  const kept = symptoms.map((symptom) => ({
    ...symptom,
    conditions: symptom.conditions.filter(() => !dice.is(RECORDS.leftOut)),
  }));
  return kept.filter((_, at) => at === 0 || !dice.is(RECORDS.leftOut));
}

interface Work {
  readonly tests: readonly TestRun[];
  readonly parts: readonly PartFitted[];
}

/** What was tested and fitted before the cause was found: by habit and by what lies near the complaint. */
function workOn(
  world: World,
  { causes, symptoms }: TrueJob,
  { dice, normalRecorded }: { readonly dice: Dice; readonly normalRecorded: number },
): Work {
  const system = (symptoms[0]?.key ?? "engine-symptom-0").split("-")[0];
  const near = world.book.procedures.filter(({ component }) => component?.startsWith(`${system}-`));
  const aimed = causes.flatMap((cause) => world.tests.filter(({ byCause }) => byCause.has(cause.key)));
  const wanted = [
    ...dice.some(near, dice.whole(0, 3)).map(({ key }) => key),
    ...aimed.filter(() => dice.is(0.55)).map(({ procedure }) => procedure),
  ];
  let seq = 2;
  const tests = [...new Set(wanted)].flatMap((key): readonly TestRun[] => {
    const test = world.tests.find(({ procedure }) => procedure === key);
    const procedure = world.book.procedures.find((each) => each.key === key);
    if (!test || !procedure) return [];
    const outcome = dealOutcome(test, causes, dice);
    if (outcome === "normal" && !dice.is(normalRecorded)) return [];
    const effects = procedure.outcomes.find((each) => each.key === outcome)?.effects ?? [];
    seq++;
    return [
      { seq, procedure: key, title: key, outcome, effects, minutes: procedure.minutes, access: procedure.access },
    ];
  });
  const vain = dice.is(0.35) ? dice.some(suspectsNear(world, system ?? ""), dice.whole(1, 2)) : [];
  const fitted = [
    ...vain
      .filter((each) => !causes.includes(each) && dice.is(RECORDS.vainNoted))
      .map((each) => [each, "no-change"] as const),
    ...causes.map((each) => [each, "fixed"] as const),
  ];
  return { tests, parts: fitted.map(([cause, result], at) => partOf(cause, result, 20 + at)) };
}

function suspectsNear({ causes }: World, system: string): readonly TrueCause[] {
  return causes.filter((cause) => cause.system === system);
}

function partOf({ component, failure, repair }: TrueCause, result: "fixed" | "no-change", seq: number): PartFitted {
  return {
    seq,
    component,
    failure,
    partNumber: null,
    source: "new-maker",
    minutes: repair.minutes,
    cost: repair.partsCost,
    result,
    resultSeq: seq,
  };
}

function findingOf(
  world: World,
  { causes, symptoms }: TrueJob,
  dice: Dice,
): { causes: readonly TrueCause[]; wrong: boolean } {
  const [first, second] = causes;
  // What nobody could write down ends unsolved, or under a name that is near.
  if (!first) return { causes: dice.is(0.5) ? [guess(world, symptoms, dice)] : [], wrong: true };
  if (dice.is(RECORDS.unresolved)) return { causes: [], wrong: true };
  if (dice.is(RECORDS.wrongFinding)) return { causes: [guess(world, symptoms, dice)], wrong: true };
  return { causes: second && dice.is(RECORDS.secondCauseNoted) ? [first, second] : [first], wrong: false };
}

function guess(world: World, symptoms: TrueJob["symptoms"], dice: Dice): TrueCause {
  const near = suspectsNear(world, (symptoms[0]?.key ?? "").split("-")[0] ?? "");
  return dice.pick(near.length ? near : world.causes);
}
