import "server-only";
import { randomUUID } from "node:crypto";
import { cookies } from "next/headers";
import { isUuid, type CommandId } from "@/core/ids";
import { may, type Right } from "@/server/auth/rights";
import { actorOfSession, actorOfToken, SESSION_COOKIE, type Actor } from "@/server/auth/session";
import { refuseInput } from "@/server/commands/refusal";
import { isUnavailable } from "@/server/db/sqlstate";
import { log } from "@/server/log";
import { notAllowed, notSignedIn, problemResponse, type Problem } from "./problem";

/** Who asks: by bearer token, else by the browser's session. */
export async function actorOf(request: Request, now: Date): Promise<Actor | null> {
  return (await credentialOf(request))(now);
}

/** Who asks at a later moment: for answers that go on, and end when the session does. */
export async function credentialOf(request: Request): Promise<(now: Date) => Promise<Actor | null>> {
  const bearer = /^Bearer ([A-Za-z0-9_-]{20,100})$/.exec(request.headers.get("authorization") ?? "")?.[1];
  if (bearer) return () => actorOfToken(bearer);
  if (request.headers.has("authorization")) return async () => null;
  const session = (await cookies()).get(SESSION_COOKIE)?.value ?? null;
  return (now) => actorOfSession(session, now);
}

/**
 * Whether a browser sent this from one of our own pages. SameSite=Lax keeps other sites' forms out; this keeps them out
 * where a browser is older than that.
 */
export function fromOwnPages(request: Request): boolean {
  const site = request.headers.get("sec-fetch-site");
  if (site && site !== "same-origin" && site !== "none") return false;
  const origin = request.headers.get("origin");
  if (!origin) return true;
  try {
    return new URL(origin).host === request.headers.get("host");
  } catch {
    return false;
  }
}

type Checked = { readonly ok: true; readonly actor: Actor } | { readonly ok: false; readonly problem: Problem };

/** 401, then 403: nobody learns about a body or a path before they may. */
export async function checkAccess(request: Request, right: Right, now: Date): Promise<Checked> {
  const actor = await actorOf(request, now);
  if (!actor) return { ok: false, problem: notSignedIn };
  const changes = request.method !== "GET" && request.method !== "HEAD";
  if (!may(actor, right) || (changes && actor.tokenId === null && !fromOwnPages(request)))
    return { ok: false, problem: notAllowed };
  return { ok: true, actor };
}

/** Turns what a handler throws into a problem without details; the log keeps them under the same number. */
export async function guarded(work: () => Promise<Response>): Promise<Response> {
  try {
    return await work();
  } catch (error) {
    const incident = randomUUID();
    log().error({ err: error, incident }, "request failed");
    if (isUnavailable(error)) return unavailable();
    return problemResponse({
      status: 500,
      title: "Something went wrong",
      detail: `Nothing was saved. Try again; if it stays, tell your lead the number ${incident}.`,
    });
  }
}

const RETRY_AFTER_S = 5;

/** Whether a write was kept nobody can say where the connection broke just then: sent again under its key it is kept once. */
function unavailable(): Response {
  const response = problemResponse({
    status: 503,
    title: "The database gives no answer",
    detail: "Try again in a moment. What was saved already is not saved twice.",
  });
  response.headers.set("retry-after", String(RETRY_AFTER_S));
  return response;
}

/** JSON that nobody keeps: what it says holds at this moment. */
export function json(value: unknown, status = 200): Response {
  return new Response(JSON.stringify(value), {
    status,
    headers: { "content-type": "application/json; charset=utf-8", "cache-control": "no-store" },
  });
}

/**
 * The command id that the client made; a script that sends none gets one, and so no protection against sending twice.
 * @throws Refused where it is no UUID
 */
export function commandIdOf(request: Request): CommandId {
  const key = request.headers.get("idempotency-key")?.toLowerCase();
  if (key === undefined) return randomUUID() as CommandId;
  return isUuid(key) ? (key as CommandId) : refuseInput("Idempotency-Key", "must be a UUID");
}
