import "server-only";
import type Joi from "joi";
import type { Right } from "@/server/auth/rights";
import type { Actor } from "@/server/auth/session";
import { Refused } from "@/server/commands/refusal";
import { validate } from "@/server/input";
import { readJson } from "./body";
import { badInput, notAllowed, ProblemThrown, problemOfRefusal, problemResponse } from "./problem";
import { checkAccess, fromOwnPages, guarded, json } from "./route";

/** What a call works with: its body has been checked, its path and query have not. */
export interface Call<Input> {
  readonly request: Request;
  readonly now: Date;
  readonly params: Readonly<Record<string, string>>;
  readonly query: URLSearchParams;
  readonly input: Input;
}

/** A call of somebody who may make it. */
export interface ActorsCall<Input> extends Call<Input> {
  readonly actor: Actor;
}

interface Path {
  readonly params: Promise<Readonly<Record<string, string>>>;
}

/** A route's handler, with what the API's description says of it. */
export interface Handler {
  (request: Request, path: Path): Promise<Response>;
  /** null: open to all, from our own pages. */
  readonly right: Right | null;
  /** Of its JSON body; null where it takes none. */
  readonly schema: Joi.ObjectSchema | null;
}

/**
 * A call of the API: who asks is known and may (401, 403), then the body is read and checked (400, 413, 422), then the work is done.
 * @param schema of the JSON body; null where there is none, or where the work reads it itself
 * @param work gives the answer's JSON, or a whole response; what it refuses (`refuse`, `refuseWith`) becomes a problem
 */
export function call<Input>(
  right: Right,
  schema: Joi.ObjectSchema<Input> | null,
  work: (call: ActorsCall<Input>) => Promise<unknown>,
): Handler {
  const answer = async (request: Request, path: Path): Promise<unknown> => {
    const now = new Date();
    const access = await checkAccess(request, right, now);
    if (!access.ok) throw new ProblemThrown(access.problem);
    const { actor } = access;
    return work({ ...(await asked(request, path, schema)), actor, now });
  };
  return Object.assign(handled(answer), { right, schema });
}

/** A call that needs no sign-in, such as signing in; where it writes, it has to come from one of our own pages. */
export function openCall<Input>(
  schema: Joi.ObjectSchema<Input> | null,
  work: (call: Call<Input>) => Promise<unknown>,
): Handler {
  const answer = async (request: Request, path: Path): Promise<unknown> => {
    if (request.method !== "GET" && !fromOwnPages(request)) throw new ProblemThrown(notAllowed);
    return work({ ...(await asked(request, path, schema)), now: new Date() });
  };
  return Object.assign(handled(answer), { right: null, schema });
}

function handled(answer: (request: Request, path: Path) => Promise<unknown>) {
  return (request: Request, path: Path): Promise<Response> =>
    guarded(async () => {
      try {
        const given = await answer(request, path);
        return given instanceof Response ? given : json(given);
      } catch (error) {
        if (error instanceof ProblemThrown) return problemResponse(error.problem);
        if (error instanceof Refused) return problemResponse(problemOfRefusal(error.refusal));
        throw error;
      }
    });
}

async function asked<Input>(request: Request, { params }: Path, schema: Joi.ObjectSchema<Input> | null) {
  const given = { request, params: await params, query: new URL(request.url).searchParams };
  // Where there is no schema the work knows its input as nothing at all.
  if (!schema) return { ...given, input: undefined as Input };
  const body = await readJson(request);
  if (!body.ok) throw new ProblemThrown(body.problem);
  const parsed = validate(schema, body.value);
  if (!parsed.ok) throw new ProblemThrown(badInput(parsed.problems));
  return { ...given, input: parsed.value };
}
