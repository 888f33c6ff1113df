import "server-only";
import { exhaustive } from "@/core/exhaustive";
import type { InputProblem, Refusal } from "@/server/commands/refusal";

/** RFC 9457 problem details. Never holds a stack trace, SQL or a path of the machine. */
export interface Problem {
  readonly status: number;
  readonly title: string;
  readonly detail: string;
  readonly problems?: readonly InputProblem[];
  /** What else the client can use, such as what changed meanwhile. */
  readonly extra?: Readonly<Record<string, unknown>>;
}

/** Thrown where an answer is worked out: the call ends with this problem. */
export class ProblemThrown extends Error {
  constructor(readonly problem: Problem) {
    super(problem.title);
  }
}

/** Ends a call with a problem of its own; for the usual ones there is `refuse`. */
export function refuseWith(problem: Problem): never {
  throw new ProblemThrown(problem);
}

/** The problem as an answer, `application/problem+json`. */
export function problemResponse({ status, title, detail, problems, extra }: Problem): Response {
  const type = `urn:dead-ends:problem:${title.toLowerCase().replace(/[^a-z]+/g, "-")}`;
  const body = { type, title, status, detail, ...(problems ? { problems } : {}), ...extra };
  return new Response(JSON.stringify(body), {
    status,
    headers: { "content-type": "application/problem+json; charset=utf-8", "cache-control": "no-store" },
  });
}

export const notSignedIn: Problem = {
  status: 401,
  title: "Not signed in",
  detail: "Sign in, or send a valid bearer token.",
};
export const notAllowed: Problem = {
  status: 403,
  title: "Not allowed",
  detail: "Your role does not have the right to do this.",
};

/** 422, with the place of each problem. */
export const badInput = (problems: readonly InputProblem[]): Problem => ({
  status: 422,
  title: "Invalid input",
  detail: "Some fields cannot be taken as they are. Nothing was saved.",
  problems,
});

/** The answer to a command that was refused. */
export function problemOfRefusal(refusal: Refusal): Problem {
  switch (refusal.code) {
    case "not-allowed":
      return notAllowed;
    case "not-found":
      return { status: 404, title: "Not found", detail: `There is no such ${refusal.what}.` };
    case "invalid":
      return badInput(refusal.problems);
    case "stale":
      return {
        status: 409,
        title: "Changed meanwhile",
        detail: "The job has changed since you opened it. Nothing was saved; look at what changed and save again.",
        extra: { version: refusal.version, meanwhile: refusal.meanwhile },
      };
    case "other-request":
      return {
        status: 409,
        title: "Key used before",
        detail: "This Idempotency-Key was used for another request.",
      };
    case "conflict":
      return { status: 409, title: "Conflict", detail: refusal.message };
    default:
      return exhaustive(refusal, "refusal");
  }
}
