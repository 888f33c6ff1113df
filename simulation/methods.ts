import { advise, type Plan } from "@/core/plan";
import { causeKey, type CauseKey, type Book, covers } from "@/core/book";
import { withSuspectsOf, type CaseFile } from "@/core/case";
import type { JobFacts } from "@/core/job";
import type { Move, NextMove } from "./play";

/** What this product says. */
export function engine(book: Book): NextMove {
  return (file) => follow(advise(withSuspectsOf(book, file), file).plan);
}

/** The best of a plan. */
export function follow({ actions: [best] }: Plan): Move {
  if (!best) return null;
  return best.kind === "test"
    ? { kind: "test", procedure: best.procedure.key }
    : { kind: "repair", cause: best.cause.key };
}

/** Repairs what was most often the cause of the first symptom, without measuring. */
export function byFrequency(book: Book): NextMove {
  return (file) => {
    const counts = book.features.get(`symptom|${file.symptoms[0]?.key ?? ""}`) ?? new Map();
    const order = book.causes
      .map((cause) => ({ cause, jobs: counts.get(cause.key)?.jobs ?? 0 }))
      .filter(({ cause, jobs }) => jobs > 0 && !file.repairsTried.some((tried) => covers(tried, cause)))
      .sort((a, b) => b.jobs - a.jobs);
    const [first] = order;
    return first ? { kind: "repair", cause: first.cause.key } : null;
  };
}

/** Copies what cured the closed jobs that look most alike, one after another. */
export function nearestJob(history: readonly JobFacts[]): NextMove {
  const sketches = history.filter(({ finding }) => finding?.causes.length).map((job) => ({ job, looks: looksOf(job) }));
  return (file) => {
    const now = looksOf(file);
    const tried = new Set(file.repairsTried.map(({ component, failure }) => `${component}/${failure}`));
    let [best, cure]: [number, CauseKey | null] = [0, null];
    for (const { job, looks } of sketches) {
      const [found] = job.finding?.causes.map(causeKey) ?? [];
      if (!found || tried.has(found)) continue;
      let score = job.vehicle.engine === file.vehicle.engine ? 1 : 0;
      score += job.vehicle.model === file.vehicle.model ? 1 : 0;
      for (const look of now) if (looks.has(look)) score++;
      if (score > best) [best, cure] = [score, found];
    }
    return cure ? { kind: "repair", cause: cure } : null;
  };
}

function looksOf({ symptoms, codes }: Pick<CaseFile, "symptoms" | "codes">): ReadonlySet<string> {
  return new Set([
    ...symptoms.flatMap(({ key, conditions }) => [key, ...conditions]),
    ...codes.map(({ code }) => code),
  ]);
}

/** A fixed chart: the tests of the complaint's system in the order of their minutes; what one confirms is repaired. */
export function flowchart(book: Book): NextMove {
  return (file) => {
    const tried = (cause: { component: string; failure: string }) =>
      file.repairsTried.some((each) => covers(each, cause));
    for (const { effects } of file.tests)
      for (const { effect, component, failure } of effects)
        if ((effect === "confirms" || effect === "supports") && failure && !tried({ component, failure }))
          return { kind: "repair", cause: causeKey({ component, failure }) };
    const system = (file.symptoms[0]?.key ?? "").split("-")[0];
    const done = new Set(file.tests.map(({ procedure }) => procedure));
    const [next] = book.procedures
      .filter(({ key, component }) => !done.has(key) && component?.startsWith(`${system}-`))
      .sort((a, b) => a.minutes + a.accessMinutes - (b.minutes + b.accessMinutes));
    return next ? { kind: "test", procedure: next.key } : null;
  };
}
