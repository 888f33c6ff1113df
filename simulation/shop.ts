import { advise } from "@/core/plan";
import { withSuspectsOf } from "@/core/case";
import { appliesTo, causeKey, type Book, type Grade, NEEDS_NOTHING, type Pattern } from "@/core/book";
import { cameBack, rungOfJob, type JobFacts } from "@/core/job";
import { gradeOf, PROVES_FROM_RUNG } from "@/core/known-failures";
import { Counters, countsOf, lessonOf } from "@/core/lesson";
import { byFrequency, engine, flowchart, nearestJob } from "./methods";
import { naiveBayes } from "./naive";
import { learner } from "./learner";
import { oracle } from "./oracle";
import { play, RATE_PER_HOUR, sightOf, type Method, type NextMove, type Played } from "./play";
import { Dice } from "./random";
import { recordJob } from "./world/history";
import { dealJob, type TrueJob } from "./world/job";
import type { WorldRules } from "./world/rules";
import { makeWorld } from "./world/world";
import type { World } from "./world/truth";

/** A simulated shop: its true world, what it recorded, and what its book and counters know. */
export interface Shop {
  readonly world: World;
  readonly history: readonly JobFacts[];
  readonly book: Book;
}

/** @param general whether the book says of which system each symptom is */
export function openShop(rules: WorldRules, seed: number, jobs: number, general = true): Shop {
  const world = makeWorld(rules, seed);
  const dice = new Dice(seed * 104_729 + 5);
  const counters = new Counters();
  const history: JobFacts[] = [];
  for (let at = 0; at < jobs; at++) {
    const job = recordJob(world, dice, at / jobs);
    history.push(job);
    counters.add(lessonOf(job));
  }
  return { world, history, book: countedBook(world, { counters, history, general }) };
}

interface Recorded {
  readonly counters: Counters;
  readonly history: readonly JobFacts[];
  readonly general: boolean;
}

function countedBook({ book, causes, symptoms }: World, { counters, history, general }: Recorded): Book {
  const systems = new Map(causes.map(({ component, system }) => [component, system]));
  return {
    ...book,
    patterns: book.patterns.map((pattern) => ({ ...pattern, evidence: gradeIn(history, pattern) })),
    components: [...systems].map(([key, system]) => ({ key, system, needs: NEEDS_NOTHING })),
    symptomSystems: new Map(general ? symptoms.map((key) => [key, key.split("-")[0] ?? ""]) : []),
    links: [],
    groups: counters.groups.counts,
    features: counters.features.counts,
    codesByModule: countsOf(counters.codesByModule),
    outcomes: countsOf(counters.outcomes),
    shop: { currency: "EUR", ratePerHour: RATE_PER_HOUR },
  };
}

/** What is claimed of a known failure is hearsay or a bulletin until jobs of this shop show it. */
function gradeIn(history: readonly JobFacts[], pattern: Pattern): Grade {
  const had = history.filter(
    (job) =>
      job.finding?.result === "root-cause" &&
      !cameBack(job) &&
      appliesTo(pattern.applies, job.vehicle) &&
      job.finding.causes.some((cause) => causeKey(cause) === causeKey(pattern)),
  );
  const proved = had.filter((job) => rungOfJob(job) >= PROVES_FROM_RUNG).length;
  return gradeOf(pattern.evidence, { for: had.length, proved });
}

/** What came of a method over many jobs. */
export interface Tally {
  readonly name: string;
  readonly played: readonly Played[];
}

export interface ShopResult {
  readonly methods: readonly Tally[];
  /** What was said of each top suspect at first, and whether it was right. */
  readonly firsts: readonly First[];
  readonly adviceMs: readonly number[];
}

export interface First {
  readonly p: number;
  readonly right: boolean;
  /** Log of the odds that were given to what it was; of what is not in the book, of all that is not. */
  readonly log: number;
}

export interface ShopSize {
  /** New jobs that every method plays. */
  readonly jobs: number;
  /** New jobs whose first advice is looked at. */
  readonly firsts: number;
  /** Methods that are not played. */
  readonly leaveOut?: readonly string[];
}

/** Every way of working, by what it is called. */
const METHODS: Readonly<Record<string, (shop: Shop) => NextMove>> = {
  engine: ({ book }) => engine(book),
  oracle: ({ world, book }) => oracle(world, book),
  "told all but looks": ({ world, book, history }) => learner(world, book, history, { rates: true, tests: true }),
  "told the rules": ({ world, book, history }) => learner(world, book, history, { rates: false, tests: false }),
  frequency: ({ book }) => byFrequency(book),
  "nearest job": ({ history }) => nearestJob(history),
  flowchart: ({ book }) => flowchart(book),
  "naive Bayes": ({ book }) => naiveBayes(book),
};

/** Plays new jobs of a shop by every method, each job with the same luck. */
export function playShop(
  { world, history, book }: Shop,
  seed: number,
  { jobs, firsts: more, leaveOut = [] }: ShopSize,
): ShopResult {
  const dice = new Dice(seed * 15_485_863 + 11);
  const methods = Object.entries(METHODS)
    .filter(([name]) => !leaveOut.includes(name))
    .map(([name, make]): Method => ({ name, next: make({ world, history, book }) }));
  const firsts: First[] = [];
  const adviceMs: number[] = [];
  const sums = new Map<string, Played[]>(methods.map(({ name }) => [name, []]));
  for (let at = 0; at < Math.max(jobs, more); at++) {
    const job = dealJob(world, dice);
    firsts.push(firstAdvice(book, job, adviceMs));
    if (at >= jobs) continue;
    for (const method of methods) sums.get(method.name)?.push(play(world, job, method, seed * 1009 + at));
  }
  return { firsts, adviceMs, methods: [...sums].map(([name, played]) => ({ name, played })) };
}

function firstAdvice(book: Book, job: TrueJob, adviceMs: number[]): First {
  const file = { ...sightOf(job), tests: [], repairsTried: [], access: [] };
  const begun = performance.now();
  const { suspects, unknown } = advise(withSuspectsOf(book, file), file);
  adviceMs.push(performance.now() - begun);
  const [top] = suspects;
  const keys = new Set<string>(job.causes.map(({ key }) => key));
  const given = suspects.reduce((sum, { cause, probability }) => (keys.has(cause.key) ? sum + probability : sum), 0);
  return {
    p: top?.probability ?? 0,
    right: top !== undefined && keys.has(top.cause.key),
    log: Math.log(Math.max(1e-9, job.strange ? unknown : given)),
  };
}

/** Expected calibration error over ten bins of equal width (Naeini, Cooper and Hauskrecht 2015). */
export function calibrationError(firsts: readonly Pick<First, "p" | "right">[]): number {
  const bins = Array.from({ length: 10 }, () => ({ p: 0, right: 0 }));
  for (const { p, right } of firsts) {
    const bin = bins[Math.min(9, Math.floor(p * 10))];
    if (!bin) continue;
    bin.p += p;
    bin.right += right ? 1 : 0;
  }
  return bins.reduce((sum, { p, right }) => sum + Math.abs(p - right), 0) / firsts.length;
}
