import { causeKey, covers, type Cause, COULD_NOT_TELL, NOT_DONE, speaksFor, type Effect } from "@/core/book";
import { presentFeatures, scanFeature, type Feature } from "@/core/case";
import {
  cameBack,
  curePart,
  modulesSilentIn,
  partsAsTheyStand,
  proofOfCure,
  PROVED_RUNG,
  rungOfJob,
  type JobFacts,
  type PartFitted,
} from "@/core/job";
import { proofWeightMilli } from "@/core/proof";
import { groupsOf, UNSOLVED_JOBS, type GroupKey } from "@/core/vehicle";

/**
 * What one job teaches the book: rows to add to the counters. A pure function of the job's facts, so that the counters can be
 * kept by adding what a job teaches after a change and taking away what it taught before, and rebuilt by adding up all jobs.
 * Weights are whole thousandths of a job, so both ways agree to the last digit.
 */
export interface Lesson {
  readonly causes: readonly (Cause & { readonly group: GroupKey; readonly weightMilli: number })[];
  readonly features: readonly (Cause & Feature & { readonly weightMilli: number })[];
  readonly outcomes: readonly (Cause & {
    readonly procedure: string;
    readonly outcome: string;
    readonly weightMilli: number;
  })[];
  readonly trials: readonly Trial[];
}

/** A part fitted or a test run on a job with this symptom in this group of vehicles, and whether it helped. */
export interface Trial {
  readonly group: GroupKey;
  readonly symptom: string;
  readonly kind: "part" | "test";
  /** A component for a part, a procedure for a test. */
  readonly subject: string;
  readonly helped: boolean;
  readonly minutes: number;
  readonly costMinor: number;
  readonly currency: string;
}

const NOTHING: Lesson = { causes: [], features: [], outcomes: [], trials: [] };

/** What a job teaches; an open job teaches nothing, an unsolved one only its dead ends. */
export function lessonOf(job: JobFacts): Lesson {
  if (!job.closed) return NOTHING;
  const weightMilli = cameBack(job) ? weightLeft(job) : weightOfFinding(job);
  const causes = weightMilli > 0 ? distinct(job.finding?.causes ?? []) : [];
  const groups = causes.length ? groupsOf(job.vehicle, job.odometerKm) : [];
  const features = causes.length ? featuresOf(job) : [];
  const outcomes = causes.length ? outcomesOf(job) : [];
  const each = <Row>(make: (cause: Cause) => readonly Row[]) => causes.flatMap(make);
  return {
    causes: [
      ...each(({ component, failure }) => groups.map((group) => ({ group, component, failure, weightMilli }))),
      ...unsolved(job),
    ],
    features: each(({ component, failure }) =>
      features.map(({ key, module }) => ({ key, module, component, failure, weightMilli })),
    ),
    outcomes: each(({ component, failure }) =>
      outcomes.map(({ procedure, outcome }) => ({ procedure, outcome, component, failure, weightMilli })),
    ),
    trials: trialsOf(job),
  };
}

/** "Works as designed" needs no repair and so no proof: a finding of one half of a job. */
const NO_FAULT_WEIGHT_MILLI = 500;

function weightOfFinding(job: JobFacts): number {
  if (job.finding?.result === "no-fault-found") return NO_FAULT_WEIGHT_MILLI;
  return job.finding?.result === "root-cause" ? proofWeightMilli(proofOfCure(job)) : 0;
}

/**
 * What one return leaves of a cause. Where its part failed again it was the part, and the repair did not last: half. With the same complaint what
 * had been driven or read is not nothing: a quarter. Where the fault came back before anybody closed, or nobody says why: nothing.
 */
const LEFT_OF = { "part-failed": 0.5, "same-complaint": 0.25, "another-fault": 1, "our-work": 1 } as const;

function weightLeft(job: JobFacts): number {
  const { returned, returnedWhy = null } = job;
  const before = { ...job, returned: false };
  if (!returned || returnedWhy === null || cameBack(before)) return 0;
  if (returnedWhy === "same-complaint" && rungOfJob(before) < PROVED_RUNG) return 0;
  return Math.round(weightOfFinding(before) * LEFT_OF[returnedWhy]);
}

/** A job that ends without a cause teaches that the book does not hold every one. */
function unsolved({ finding }: JobFacts): Lesson["causes"] {
  if (finding !== null && finding.result !== "unresolved") return [];
  return [{ group: UNSOLVED_JOBS, component: "", failure: "", weightMilli: 1000 }];
}

function distinct(causes: readonly Cause[]): readonly Cause[] {
  return [...new Map(causes.map((cause) => [causeKey(cause), cause])).values()];
}

function featuresOf(job: JobFacts): readonly Feature[] {
  const present = presentFeatures(job.symptoms, job.codes, modulesSilentIn(job)).map(({ key, module }) => ({
    key,
    module,
  }));
  const read = [...new Set(job.modulesScanned)].map((module) => ({ key: scanFeature(module), module }));
  return [...present, ...read];
}

/**
 * The last telling outcome of each procedure before the cure: a test repeated as proof passes whatever the cause was. What was found while an
 * earlier cure seemed to hold tells nothing either: the fault was there, and hid.
 */
function outcomesOf(job: JobFacts): readonly { readonly procedure: string; readonly outcome: string }[] {
  const cured = curePart(job)?.seq ?? Number.POSITIVE_INFINITY;
  const last = new Map<string, string>();
  for (const { procedure, outcome, seq } of job.tests)
    if (procedure !== null && isTelling(outcome) && seq < cured && !seemedCured(job, seq)) last.set(procedure, outcome);
  return [...last].map(([procedure, outcome]) => ({ procedure, outcome }));
}

const isTelling = (outcome: string) => outcome !== COULD_NOT_TELL && outcome !== NOT_DONE;

/** Whether an entry lies where the fault was hidden: behind what got the vehicle home, or between a cure that did not last and the word that it came back. */
function seemedCured({ parts, proof }: JobFacts, seq: number): boolean {
  const isSince = (part: PartFitted) => part.result === "fixed" && (part.resultSeq ?? part.seq) < seq;
  if (parts.some((part) => part.getHome && isSince(part))) return true;
  return proof.some(({ result, seq: back }) => result === "came-back" && seq < back && parts.some(isSince));
}

function trialsOf(job: JobFacts): readonly Trial[] {
  const subjects = [...partTrials(job), ...testTrials(job)];
  const symptoms = [...new Set(job.symptoms.map(({ key }) => key))];
  // Many rows a job, and many jobs in an import: plain loops, not a copy of a copy.
  const trials: Trial[] = [];
  for (const group of groupsOf(job.vehicle, job.odometerKm))
    for (const symptom of symptoms)
      for (const { kind, subject, helped, minutes, costMinor, currency } of subjects)
        trials.push({ group, symptom, kind, subject, helped, minutes, costMinor, currency });
  return trials;
}

type Subject = Omit<Trial, "group" | "symptom">;

function partTrials(job: JobFacts): readonly Subject[] {
  const held = job.finding?.result === "root-cause" && !cameBack(job);
  // One whose reason was never found was bad all the same, also where the vehicle came back for that reason.
  const bad = job.finding?.causes.filter(({ reason }) => held || (reason && reason.state !== "found")) ?? [];
  const found = new Set(bad.map(({ component }) => component));
  return partsAsTheyStand(job).flatMap(({ component, result, minutes, cost, getHome }) => {
    if (result === null || getHome) return [];
    const costMinor = Math.round(cost.amount * 100);
    return [
      {
        kind: "part" as const,
        subject: component,
        // A part that was really bad, but not the whole story, was not in vain.
        helped: result !== "no-change" || found.has(component),
        minutes,
        costMinor,
        currency: cost.currency,
      },
    ];
  });
}

/** A test helped where its outcome spoke for a cause that was found. */
function testTrials(job: JobFacts): readonly Subject[] {
  const causes = job.finding?.result === "root-cause" ? job.finding.causes : [];
  const speaksForOne = ({ effect, component, failure }: Effect) =>
    speaksFor(effect) && causes.some((cause) => covers({ component, failure }, cause));
  return job.tests.flatMap(({ procedure, effects, minutes, outcome }) => {
    // What could not be told, or was not done, was not tried in vain.
    if (procedure === null || !isTelling(outcome)) return [];
    return [
      {
        kind: "test" as const,
        subject: procedure,
        helped: effects.some(speaksForOne),
        minutes,
        costMinor: 0,
        currency: "",
      },
    ];
  });
}
