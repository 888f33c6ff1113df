import "server-only";
import type { InputProblem } from "@/server/commands/refusal";

/** So many problems are named; who has more mends these first. */
export const MOST_PROBLEMS = 200;

/** A casebook that is not taken over, with the path of what is wrong. */
export class CasebookRefusal extends Error {
  readonly problems: readonly InputProblem[];

  constructor(problems: readonly InputProblem[]) {
    super("the casebook was refused");
    this.problems = problems.slice(0, MOST_PROBLEMS);
  }
}
