import { exhaustive } from "@/core/exhaustive";
import { malformed, tooLarge } from "@/server/api/body";
import { badInput, problemOfRefusal, problemResponse, type Problem } from "@/server/api/problem";
import { checkAccess, commandIdOf, guarded, json } from "@/server/api/route";
import { streamed } from "@/server/api/stream";
import { exportCasebook } from "@/server/casebook/export";
import { runImport } from "@/server/casebook/run-import";
import { DEEPEST } from "@/server/bounds";
import { spoolCasebook, type Unreadable } from "@/server/casebook/spool";
import { pool } from "@/server/db/pool";

const MOST_MIB = 512;

/** Takes a casebook over: by keys, whole or not at all; the same one twice changes nothing. */
export async function POST(request: Request): Promise<Response> {
  return guarded(async () => {
    const now = new Date();
    const access = await checkAccess(request, "book.edit", now);
    if (!access.ok) return problemResponse(access.problem);
    if (!request.body) return problemResponse(malformed);
    const key = commandIdOf(request);
    const spooled = await spoolCasebook(request.body, MOST_MIB << 20);
    if (!spooled.ok) return problemResponse(unreadable(spooled.why));
    const { casebook } = spooled;
    try {
      if (!key.ok) return problemResponse(key.problem);
      const result = await runImport({ id: key.id, actor: access.actor, casebook, now });
      if (result.ok) return json(result.answer);
      return problemResponse(
        result.why === "invalid" ? badInput(result.problems) : problemOfRefusal({ code: "other-request" }),
      );
    } finally {
      await casebook.dispose();
    }
  });
}

function unreadable(why: Unreadable): Problem {
  switch (why) {
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
      return exhaustive(why, "unreadable casebook");
  }
}

/** Everything the shop knows, as a casebook; `?anonymous=1` leaves out what identifies a vehicle's owner. */
export async function GET(request: Request): Promise<Response> {
  return guarded(async () => {
    const now = new Date();
    const access = await checkAccess(request, "book.edit", now);
    if (!access.ok) return problemResponse(access.problem);
    const anonymous = new URL(request.url).searchParams.get("anonymous") === "1";
    const name = `casebook-${now.toISOString().slice(0, 10)}.json`;
    return streamed(exportCasebook(pool(), now, anonymous), { name, type: "application/json; charset=utf-8" });
  });
}
