import "server-only";
import { subHours } from "date-fns";
import { exhaustive } from "@/core/exhaustive";
import type { SiteId } from "@/core/ids";
import { DEEPEST } from "@/server/bounds";
import { MOST_MIB } from "@/server/casebook/queued-import";
import type { Unreadable } from "@/server/casebook/spool";
import type { InputProblem, Refusal } from "@/server/commands/refusal";
import { latestWork, type WorkKind, type WorkRow, type WorkState } from "@/server/db/long-work";
import { pool } from "@/server/db/pool";
import type { ComesFrom } from "@/server/other-shops/take-in";
import { malformed, tooLarge } from "./body";
import { badInput, problemOfRefusal, refuseWith, type Problem } from "./problem";

/** Long work as the API tells of it. */
export interface WorkAnswer {
  readonly id: string;
  readonly kind: WorkKind;
  /** Which command it is, where it is one. */
  readonly command: string | null;
  /** What its file is called where it comes from, and the other shop whose it is. */
  readonly file: string | null;
  readonly from: string | null;
  readonly state: WorkState;
  readonly stage: string | null;
  readonly done: number;
  readonly of: number;
  /** Null where the clock asked for it. */
  readonly by: string | null;
  readonly askedAt: string;
  readonly endedAt: string | null;
  /** What it came to, where it is done. */
  readonly answer: unknown;
  readonly problem: { readonly detail: string; readonly problems: readonly InputProblem[] } | null;
}

/** Why long work was refused, as it keeps it. */
type Refused =
  | { readonly why: Unreadable | "other-body" }
  | { readonly why: "invalid"; readonly problems: readonly InputProblem[] }
  | { readonly why: "refusal"; readonly refusal: Refusal }
  | { readonly why: "backup"; readonly detail: string };

interface Asked {
  readonly file?: string | null;
  readonly from?: ComesFrom | null;
  readonly command?: string;
}

/** How far long work is, and what came of it. */
export function workAnswer(work: WorkRow): WorkAnswer {
  const { id, kind, state, stage, done, total: of, by, askedAt, endedAt, result, input } = work;
  const problem = endedAt && state !== "done" ? problemOfWork(work) : null;
  // Both were checked when the work was asked for.
  const { file = null, from = null, command = null } = input as Asked;
  return {
    id,
    kind,
    command,
    file,
    from: from && from.name,
    state,
    stage,
    done,
    of,
    by,
    askedAt: askedAt.toISOString(),
    endedAt: endedAt && endedAt.toISOString(),
    answer: state === "done" ? (result?.answer ?? null) : null,
    problem: problem && { detail: problem.detail, problems: problem.problems ?? [] },
  };
}

const SHOWN_HOURS = 24;

/** What is under way at a site, and what ended lately. */
export async function latestWorkAnswers(siteId: SiteId, now: Date): Promise<readonly WorkAnswer[]> {
  return (await latestWork(pool(), siteId, subHours(now, SHOWN_HOURS))).map(workAnswer);
}

/** The answer that long work came to; what was refused becomes a problem. */
export function answerOfWork(work: WorkRow): unknown {
  return work.state === "done" ? work.result?.answer : refuseWith(problemOfWork(work));
}

/** Nobody does long work just now: it waits. */
export const nobodyThere = (progress: string): Problem => ({
  status: 503,
  title: "Waits in the queue",
  detail: `It is kept and waits for its turn, but nobody does long work just now. How far it is: ${progress}`,
});

function problemOfWork({ state, result }: WorkRow): Problem {
  // The work itself wrote it.
  if (state === "refused") return problemOfRefused(result as unknown as Refused);
  if (state === "stopped") return { status: 409, title: "Stopped", detail: "It was stopped. Nothing of it was kept." };
  return {
    status: 500,
    title: "Broke off",
    detail: "It broke off several times and was given up. Nothing of it was kept; the server’s log says why.",
  };
}

function problemOfRefused(refused: Refused): Problem {
  switch (refused.why) {
    case "invalid":
      return badInput(refused.problems);
    case "refusal":
      return problemOfRefusal(refused.refusal);
    case "backup":
      return { status: 500, title: "No backup", detail: refused.detail };
    case "other-body":
      return problemOfRefusal({ code: "other-request" });
    case "too-large":
      return tooLarge(MOST_MIB);
    case "too-much":
      return {
        ...tooLarge(MOST_MIB),
        detail: "One part of it holds more than can be looked at at once; send it in several casebooks.",
      };
    case "too-deep":
      return badInput([{ path: "", message: `is nested deeper than ${DEEPEST} levels` }]);
    case "malformed":
      return malformed;
    default:
      return exhaustive(refused, "refused work");
  }
}
