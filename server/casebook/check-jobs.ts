import "server-only";
import type { Vehicle } from "@/core/vehicle";
import type { InputProblem } from "@/server/commands/refusal";
import { validate } from "@/server/input";
import type { KnownProcedure } from "./facts-of-job";
import { wordsMissing, type WordsKnown } from "./import-book";
import { jobInput, type CasebookJob } from "./shape";

/** Checks jobs as they come, each by itself and its words against what file and book hold. Remembers the keys it has seen. */
export class JobCheck {
  readonly #keys = new Set<string>();
  readonly problems: InputProblem[] = [];

  constructor(
    private readonly words: WordsKnown,
    private readonly procedures: ReadonlyMap<string, KnownProcedure>,
  ) {}

  /** Whether a job of this key came by. */
  holds(key: string): boolean {
    return this.#keys.has(key);
  }

  /** The job at this place of the file, or null where something is wrong with it: `problems` then says what. */
  check(value: unknown, at: number): CasebookJob | null {
    const path = `jobs[${at}]`;
    const before = this.problems.length;
    const job = validate(jobInput, value);
    if (!job.ok) {
      this.problems.push(...job.problems.map((each) => ({ ...each, path: each.path ? `${path}.${each.path}` : path })));
      return null;
    }
    if (this.#keys.has(job.value.key)) this.problems.push({ path: `${path}.key`, message: "stands here twice" });
    this.#keys.add(job.value.key);
    if (job.value.comebackOf === job.value.key)
      this.problems.push({ path: `${path}.comebackOf`, message: "is the job itself" });
    this.problems.push(...problemsOfJob(job.value, path, this.words, this.procedures));
    return this.problems.length === before ? job.value : null;
  }
}

/** What tells one kind of vehicle from another. */
export const VARIANT = ["make", "model", "year", "engine", "transmission", "drive", "market"] as const;

/** Whether two descriptions are of one variant of a model. */
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
