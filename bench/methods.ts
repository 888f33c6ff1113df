import { advise, causeKey, type CaseFile, type CauseKey, type Knowledge, type Odds, type Plan } from "@/core/diagnosis";
import { covers } from "@/core/diagnosis/cause";
import { NO_COUNT } from "@/core/diagnosis/counts";
import type { OutcomeModel } from "@/core/diagnosis/outcome-model";
import { planOf } from "@/core/diagnosis/plan";
import type { JobFacts } from "@/core/job";
import { declaredModels, naiveOdds } from "./naive";
import type { Method, Move } from "./play";
import { Dice } from "./random";
import { logLooks, strangeLooks, type TrueJob } from "./world/job";
import { abnormalChance, OUTCOMES } from "./world/outcome";
import { trueRates, type Looks, type World } from "./world/world";

/** What this product says. */
export function engine(knowledge: Knowledge): Method {
  return { name: "engine", next: (file) => follow(advise(knowledge, file).plan) };
}

/** The best of a plan; finding from scratch where that costs less than anything on it. */
function follow({ actions: [best], expectedMinutes }: Plan): Move {
  if (!best || best.expectedMinutesAfter > expectedMinutes + 1e-6) return { kind: "scratch" };
  return best.kind === "test"
    ? { kind: "test", procedure: best.procedure.key }
    : { kind: "fix", cause: best.cause.key };
}

/** Knows every rate and likelihood of the true world, and plans in the same way: nobody can know more. */
export function oracle(world: World, knowledge: Knowledge): Method {
  const models = trueModels(world);
  return { name: "oracle", next: (file) => follow(planOf(knowledge, file, trueOdds(world, file), models)) };
}

function trueModels(world: World): ReadonlyMap<string, OutcomeModel> {
  return new Map(
    world.tests.map((test) => {
      const abnormal = Float64Array.from(world.causes, (cause) => abnormalChance(test, cause));
      const strange = abnormalChance(test, null);
      const model: OutcomeModel = {
        ...{ outcomes: OUTCOMES, base: [1 - strange, strange], rates: [abnormal.map((each) => 1 - each), abnormal] },
        counts: () => ({ seen: NO_COUNT, of: NO_COUNT }),
        speaksOf: world.causes.map(({ key }) => test.byCause.has(key)),
      };
      return [test.procedure, model];
    }),
  );
}

/** Bayes' rule with the true rates and looks; a second cause is thought of once a repair did not end it. */
export function trueOdds(world: World, file: CaseFile): Odds {
  const { causes, rules } = world;
  const rates = trueRates(world, file.vehicle, file.odometerKm ?? 0);
  const job: Pick<TrueJob, "symptoms" | "codes" | "modulesScanned"> = file;
  const tried = causes.filter((cause) => file.fixesTried.some((each) => covers(each, cause)));
  const logs = causes.map((cause, at) => {
    if (tried.includes(cause)) return Number.NEGATIVE_INFINITY;
    const alone = logLooks(world, job, cause.looks) + logTests(world, file, [cause]);
    const withTried = tried.map((other) => {
      const both = Math.max(logLooks(world, job, cause.looks), logLooks(world, job, other.looks));
      const rate = rates[causes.indexOf(other)] ?? 0;
      return Math.log(rules.pairs * 2 * rate * 20) + both + logTests(world, file, [cause, other]);
    });
    const partly = file.fixesTried.some(({ result }) => result === "partly");
    const all = partly ? withTried : [alone, ...withTried];
    return Math.log(rates[at] ?? 0) + logSum(all);
  });
  const strange = Math.log(rules.neverSeen) + strangeLog(world, file) + logTests(world, file, []);
  const top = Math.max(strange, ...logs);
  const weights = logs.map((log) => Math.exp(log - top));
  const unknown = Math.exp(strange - top);
  const sum = weights.reduce((a, b) => a + b, unknown);
  return { byCause: new Map(causes.map(({ key }, at) => [key, (weights[at] ?? 0) / sum])), unknown: unknown / sum };
}

/** What nobody has seen looks as the world makes such looks: the mean over many of them. */
function strangeLog(world: World, file: CaseFile): number {
  const looks = STRANGE.get(world) ?? manyStrangeLooks(world);
  STRANGE.set(world, looks);
  return logSum(looks.map((look) => logLooks(world, file, look))) - Math.log(looks.length);
}

const STRANGE = new WeakMap<World, readonly Looks[]>();
const STRANGE_LOOKS = 120;

function manyStrangeLooks(world: World): readonly Looks[] {
  const dice = new Dice(8191);
  return Array.from({ length: STRANGE_LOOKS }, () => strangeLooks(world, dice));
}

function logTests(world: World, file: CaseFile, causes: readonly World["causes"][number][]): number {
  return file.tests.reduce((sum, { procedure, outcome }) => {
    const test = world.tests.find((each) => each.procedure === procedure);
    if (!test) return sum;
    const chances = causes.length ? causes.map((cause) => abnormalChance(test, cause)) : [abnormalChance(test, null)];
    const normal = chances.reduce((product, chance) => product * (1 - chance), 1);
    return sum + Math.log(outcome === "abnormal" ? 1 - normal : normal);
  }, 0);
}

function logSum(logs: readonly number[]): number {
  const top = Math.max(...logs);
  return top + Math.log(logs.reduce((sum, log) => sum + Math.exp(log - top), 0));
}

/** The plain version, with the same look-ahead. */
export function naiveBayes(knowledge: Knowledge): Method {
  const models = declaredModels(knowledge);
  return { name: "naive Bayes", next: (file) => follow(planOf(knowledge, file, naiveOdds(knowledge, file), models)) };
}

/** Repairs what was most often the cause of the first symptom, without measuring. */
export function byFrequency(knowledge: Knowledge): Method {
  return {
    name: "frequency",
    next(file) {
      const counts = knowledge.features.get(`symptom|${file.symptoms[0]?.key ?? ""}`) ?? new Map();
      const order = knowledge.causes
        .map((cause) => ({ cause, jobs: counts.get(cause.key)?.jobs ?? 0 }))
        .filter(({ cause, jobs }) => jobs > 0 && !file.fixesTried.some((tried) => covers(tried, cause)))
        .sort((a, b) => b.jobs - a.jobs);
      const [first] = order;
      return first ? { kind: "fix", cause: first.cause.key } : { kind: "scratch" };
    },
  };
}

/** Copies what cured the closed jobs that look most alike, one after another. */
export function nearestJob(history: readonly JobFacts[]): Method {
  const sketches = history.filter(({ finding }) => finding?.causes.length).map((job) => ({ job, looks: looksOf(job) }));
  return {
    name: "nearest job",
    next(file) {
      const now = looksOf(file);
      const tried = new Set(file.fixesTried.map(({ component, failure }) => `${component}/${failure}`));
      let [best, cure]: [number, CauseKey | null] = [0, null];
      for (const { job, looks } of sketches) {
        const [found] = job.finding?.causes.map(causeKey) ?? [];
        if (!found || tried.has(found)) continue;
        let score = job.vehicle.engine === file.vehicle.engine ? 1 : 0;
        score += job.vehicle.model === file.vehicle.model ? 1 : 0;
        for (const look of now) if (looks.has(look)) score++;
        if (score > best) [best, cure] = [score, found];
      }
      return cure ? { kind: "fix", cause: cure } : { kind: "scratch" };
    },
  };
}

function looksOf({ symptoms, codes }: Pick<CaseFile, "symptoms" | "codes">): ReadonlySet<string> {
  return new Set([
    ...symptoms.flatMap(({ key, conditions }) => [key, ...conditions]),
    ...codes.map(({ code }) => code),
  ]);
}

/** A fixed chart: the tests of the complaint's system in the order of their minutes; what one confirms is repaired. */
export function flowchart(knowledge: Knowledge): Method {
  return {
    name: "flowchart",
    next(file) {
      const tried = (cause: { component: string; failure: string }) =>
        file.fixesTried.some((each) => covers(each, cause));
      for (const { effects } of file.tests)
        for (const { effect, component, failure } of effects)
          if ((effect === "confirms" || effect === "supports") && failure && !tried({ component, failure }))
            return { kind: "fix", cause: causeKey({ component, failure }) };
      const system = (file.symptoms[0]?.key ?? "").split("-")[0];
      const done = new Set(file.tests.map(({ procedure }) => procedure));
      const [next] = knowledge.procedures
        .filter(({ key, component }) => !done.has(key) && component?.startsWith(`${system}-`))
        .sort((a, b) => a.minutes + a.accessMinutes - (b.minutes + b.accessMinutes));
      return next ? { kind: "test", procedure: next.key } : { kind: "scratch" };
    },
  };
}
