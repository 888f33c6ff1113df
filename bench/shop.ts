import { advise, type CaseFile, type Knowledge } from "@/core/diagnosis";
import type { JobFacts } from "@/core/job";
import { Counters, countsOf, lessonOf } from "@/core/knowledge";
import { byFrequency, engine, flowchart, naiveBayes, nearestJob, oracle, trueOdds } from "./methods";
import { play, sightOf, type Method, type Played } from "./play";
import { Dice } from "./random";
import { recordJob } from "./world/history";
import { dealJob, type TrueJob } from "./world/job";
import type { WorldRules } from "./world/rules";
import { makeWorld, type World } from "./world/world";

/** A simulated shop: its true world, what it recorded, and what its book and counters know. */
export interface Shop {
  readonly world: World;
  readonly history: readonly JobFacts[];
  readonly knowledge: Knowledge;
}

export function openShop(rules: WorldRules, seed: number, jobs: number): Shop {
  const world = makeWorld(rules, seed);
  const dice = new Dice(seed * 104_729 + 5);
  const counters = new Counters();
  const history: JobFacts[] = [];
  for (let at = 0; at < jobs; at++) {
    const job = recordJob(world, dice);
    history.push(job);
    counters.add(lessonOf(job));
  }
  return { world, history, knowledge: knowledgeOf(world, counters) };
}

function knowledgeOf({ book }: World, counters: Counters): Knowledge {
  return {
    ...book,
    groups: counters.groups.counts,
    features: counters.features.counts,
    codesByModule: countsOf(counters.codesByModule),
    outcomes: countsOf(counters.outcomes),
    shop: { currency: "EUR", ratePerHour: 60 },
  };
}

/** What came of a method over many jobs. */
export interface Tally {
  readonly name: string;
  readonly minutes: number;
  readonly partsInVain: number;
  readonly tests: number;
}

/** What was said of a job, and whether its cause was one that is not in the book. */
export interface Told {
  readonly p: number;
  readonly strange: boolean;
}

export interface ShopResult {
  readonly methods: readonly Tally[];
  /** What was said of each top suspect at first, and whether it was right. */
  readonly firsts: readonly { readonly p: number; readonly right: boolean }[];
  /** The odds of a cause that is not in the book after three tests or repairs in vain, and whether it was one. */
  readonly unknowns: readonly Told[];
  /** The same as told by who knows the true world: nobody can tell better. */
  readonly unknownsByOracle: readonly Told[];
  /** The same of every job, at its last advice: three in vain, or the one that ended it. */
  readonly unknownsAtLast: readonly Told[];
  readonly adviceMs: readonly number[];
}

interface ShopSize {
  /** New jobs that every method plays. */
  readonly jobs: number;
  /** New jobs whose first advice is looked at. */
  readonly firsts: number;
  /** Methods that are not played. */
  readonly leaveOut?: readonly string[];
}

const IN_VAIN = 3;

/** Plays new jobs of a shop by every method, each job with the same luck. */
export function playShop(
  { world, history, knowledge }: Shop,
  seed: number,
  { jobs, firsts: more, leaveOut = [] }: ShopSize,
): ShopResult {
  const dice = new Dice(seed * 15_485_863 + 11);
  const methods: Method[] = [
    engine(knowledge),
    oracle(world, knowledge),
    byFrequency(knowledge),
    nearestJob(history),
    flowchart(knowledge),
    naiveBayes(knowledge),
  ].filter(({ name }) => !leaveOut.includes(name));
  const firsts: { p: number; right: boolean }[] = [];
  const [unknowns, unknownsByOracle, unknownsAtLast]: [Told[], Told[], Told[]] = [[], [], []];
  const adviceMs: number[] = [];
  const sums = new Map<string, Played[]>(methods.map(({ name }) => [name, []]));
  for (let at = 0; at < Math.max(jobs, more); at++) {
    const job = dealJob(world, dice);
    firsts.push(firstAdvice(knowledge, job, adviceMs));
    const { inVain, last } = unknownInVain(world, knowledge, job, new Dice(seed * 9973 + at));
    const strange = job.causes.length === 0;
    unknownsAtLast.push({ p: last, strange });
    if (inVain) {
      unknowns.push({ p: inVain.p, strange });
      unknownsByOracle.push({ p: trueOdds(world, inVain.file).unknown, strange });
    }
    if (at >= jobs) continue;
    for (const method of methods) {
      const played = play(world, job, method, new Dice(seed * 1009 + at));
      // What the book cannot know says nothing about a method that goes by the book.
      if (job.causes.length) sums.get(method.name)?.push(played);
    }
  }
  const mean = (list: readonly Played[], of: (played: Played) => number) =>
    list.reduce((sum, each) => sum + of(each), 0) / list.length;
  return {
    ...{ firsts, unknowns, unknownsByOracle, unknownsAtLast, adviceMs },
    methods: [...sums].map(([name, list]) => ({
      name,
      minutes: mean(list, ({ minutes }) => minutes),
      partsInVain: mean(list, ({ partsInVain }) => partsInVain),
      tests: mean(list, ({ tests }) => tests),
    })),
  };
}

interface Unknown {
  /** The odds of a cause that is not in the book once three tests or repairs of the plan's were in vain; null where it is found before. */
  readonly inVain: { readonly p: number; readonly file: CaseFile } | null;
  /** Those odds at the last advice. */
  readonly last: number;
}

function unknownInVain(world: World, knowledge: Knowledge, job: TrueJob, dice: Dice): Unknown {
  let inVain: Unknown["inVain"] = null;
  let last = 0;
  const persistent: Method = {
    name: "never from scratch",
    next(file) {
      const advice = advise(knowledge, file);
      last = advice.unknown;
      const vain = file.tests.filter(({ outcome }) => outcome === "normal").length + file.fixesTried.length;
      if (vain >= IN_VAIN) inVain = { p: advice.unknown, file };
      const best = inVain ? undefined : advice.plan.actions[0];
      if (!best) return { kind: "scratch" };
      return best.kind === "test"
        ? { kind: "test", procedure: best.procedure.key }
        : { kind: "fix", cause: best.cause.key };
    },
  };
  play(world, job, persistent, dice);
  return { inVain, last };
}

function firstAdvice(knowledge: Knowledge, job: TrueJob, adviceMs: number[]) {
  const file = { ...sightOf(job), tests: [], fixesTried: [], access: [] };
  const begun = performance.now();
  const { suspects } = advise(knowledge, file);
  adviceMs.push(performance.now() - begun);
  const [top] = suspects;
  return { p: top?.probability ?? 0, right: job.causes.some(({ key }) => key === top?.cause.key) };
}

/** Expected calibration error over ten bins of equal width (Naeini, Cooper and Hauskrecht 2015). */
export function calibrationError(firsts: ShopResult["firsts"]): number {
  const bins = Array.from({ length: 10 }, () => ({ p: 0, right: 0 }));
  for (const { p, right } of firsts) {
    const bin = bins[Math.min(9, Math.floor(p * 10))];
    if (!bin) continue;
    bin.p += p;
    bin.right += right ? 1 : 0;
  }
  return bins.reduce((sum, { p, right }) => sum + Math.abs(p - right), 0) / firsts.length;
}

/** Area under the receiver's curve: how often a strange job is given a higher odds of being one (Mann and Whitney 1947). */
export function areaUnderCurve(unknowns: ShopResult["unknowns"]): number {
  const strange = unknowns.filter((each) => each.strange);
  const others = unknowns.filter((each) => !each.strange);
  let wins = 0;
  for (const { p } of strange) for (const other of others) wins += p > other.p ? 1 : p === other.p ? 0.5 : 0;
  return wins / (strange.length * others.length);
}
