import "server-only";
import type { Vehicle } from "@/core/vehicle";
import type { InputProblem } from "@/server/commands/refusal";
import { validate } from "@/server/input";
import type { KnownProcedure } from "./facts-of-job";
import { wordsMissing, type WordsKnown } from "./import-book";
import { CasebookRefusal } from "./refusal";
import { jobInput, type CasebookJob } from "./shape";

/**
 * Every job checked by itself, then its words against what file and book hold, and its vehicle against others with the same VIN.
 * @throws CasebookRefusal with the path of everything that is wrong
 */
export function checkedJobs(
  values: readonly unknown[],
  words: WordsKnown,
  procedures: ReadonlyMap<string, KnownProcedure>,
): readonly CasebookJob[] {
  const problems: InputProblem[] = [];
  const keys = new Set<string>();
  const jobs = values.flatMap((value, at) => {
    const at0 = `jobs[${at}]`;
    const job = validate(jobInput, value);
    if (!job.ok) {
      problems.push(...job.problems.map(({ path, message }) => ({ path: path ? `${at0}.${path}` : at0, message })));
      return [];
    }
    if (keys.has(job.value.key)) problems.push({ path: `${at0}.key`, message: "stands here twice" });
    keys.add(job.value.key);
    problems.push(...problemsOfJob(job.value, at0, words, procedures));
    return [job.value];
  });
  if (!problems.length) problems.push(...vinsTwice(jobs));
  if (problems.length) throw new CasebookRefusal(problems);
  return jobs;
}

/** One VIN is one vehicle: two jobs that call it differently cannot both be right. */
function vinsTwice(jobs: readonly CasebookJob[]): readonly InputProblem[] {
  const first = new Map<string, number>();
  return jobs.flatMap(({ vehicle }, at) => {
    if (vehicle.vin === null) return [];
    const before = first.get(vehicle.vin);
    first.set(vehicle.vin, before ?? at);
    const other = before === undefined ? null : jobs[before]?.vehicle;
    if (!other || sameVariant(other, vehicle)) return [];
    return [{ path: `jobs[${at}].vehicle`, message: `differs from that of jobs[${before}], which has the same VIN` }];
  });
}

const VARIANT = ["make", "model", "year", "engine", "transmission", "drive", "market"] as const;

export const sameVariant = (a: Vehicle, b: Vehicle) => VARIANT.every((field) => a[field] === b[field]);

function problemsOfJob(
  job: CasebookJob,
  path: string,
  words: WordsKnown,
  procedures: ReadonlyMap<string, KnownProcedure>,
): readonly InputProblem[] {
  const problems = wordsMissing(words, [
    ...job.symptoms.map(({ key }, at) => ["symptoms", key, `${path}.symptoms[${at}].key`] as const),
    ...job.symptoms.flatMap(({ conditions }, at) =>
      conditions.map((key, nth) => ["conditions", key, `${path}.symptoms[${at}].conditions[${nth}]`] as const),
    ),
    ...job.parts.map(({ component }, at) => ["components", component, `${path}.parts[${at}].component`] as const),
    ...job.parts.flatMap(({ failure }, at) =>
      failure === null ? [] : [["failures", failure, `${path}.parts[${at}].failure`] as const],
    ),
    ...(job.finding?.causes ?? []).flatMap(({ component, failure }, at) => [
      ["components", component, `${path}.finding.causes[${at}].component`] as const,
      ["failures", failure, `${path}.finding.causes[${at}].failure`] as const,
    ]),
  ]);
  for (const [at, { procedure }] of job.tests.entries())
    if (!procedures.has(procedure))
      problems.push({ path: `${path}.tests[${at}].procedure`, message: "is no procedure of the book" });
  if (job.closedAt !== null && job.finding === null)
    problems.push({ path: `${path}.finding`, message: "is needed of a job that is closed" });
  if (job.closedAt !== null && job.closedAt < job.openedAt)
    problems.push({ path: `${path}.closedAt`, message: "lies before the job was opened" });
  if (job.finding?.result === "root-cause" && !job.finding.causes.length)
    problems.push({ path: `${path}.finding.causes`, message: "names no cause" });
  return problems;
}
