import "server-only";

/** What changed on a job since the version a change was made on. */
export interface MeanwhileEntry {
  readonly seq: number;
  readonly by: string;
  readonly at: string;
  readonly kind: string;
  readonly text: string;
}

export interface InputProblem {
  /** As in `jobs[3].odometerKm`; empty for the whole. */
  readonly path: string;
  readonly message: string;
}

/** Why a command was not carried out. Nothing of it was saved. */
export type Refusal =
  | { readonly code: "not-allowed"; readonly right: string }
  | { readonly code: "not-found"; readonly what: string }
  | { readonly code: "invalid"; readonly problems: readonly InputProblem[] }
  | { readonly code: "stale"; readonly version: number; readonly meanwhile: readonly MeanwhileEntry[] }
  | { readonly code: "other-request" }
  | { readonly code: "conflict"; readonly message: string };

/** Thrown inside a command's transaction, so that all of it is undone. */
export class Refused extends Error {
  constructor(readonly refusal: Refusal) {
    super(`refused: ${refusal.code}`);
  }
}

/** Ends a command, and undoes what it did so far. */
export function refuse(refusal: Refusal): never {
  throw new Refused(refusal);
}

/** Ends a command for a field of its input that only the database could tell is wrong. */
export function refuseInput(path: string, message: string): never {
  return refuse({ code: "invalid", problems: [{ path, message }] });
}
