import { readJson } from "@/server/api/body";
import { badInput, problemOfRefusal, problemResponse } from "@/server/api/problem";
import { checkAccess, commandIdOf, guarded, json } from "@/server/api/route";
import { runImport } from "@/server/casebook/run-import";
import { exportCasebook } from "@/server/casebook/export";
import { pool } from "@/server/db/pool";

const MOST_BYTES = 512 * 1024 * 1024;

/** Takes a casebook over: by keys, whole or not at all; the same one twice changes nothing. */
export async function POST(request: Request): Promise<Response> {
  return guarded(async () => {
    const now = new Date();
    const access = await checkAccess(request, "book.edit", now);
    if (!access.ok) return problemResponse(access.problem);
    const body = await readJson(request, MOST_BYTES);
    if (!body.ok) return problemResponse(body.problem);
    const key = commandIdOf(request);
    if (!key.ok) return problemResponse(key.problem);
    const result = await runImport({ id: key.id, actor: access.actor, value: body.value, now });
    if (result.ok) return json(result.answer);
    return problemResponse(
      result.why === "invalid"
        ? badInput(result.problems)
        : problemOfRefusal({ code: "conflict", message: "This key was used for something else." }),
    );
  });
}

/** Everything the shop knows, as a casebook; `?anonymous=1` leaves out what identifies a vehicle's owner. */
export async function GET(request: Request): Promise<Response> {
  return guarded(async () => {
    const now = new Date();
    const access = await checkAccess(request, "book.edit", now);
    if (!access.ok) return problemResponse(access.problem);
    const anonymous = new URL(request.url).searchParams.get("anonymous") === "1";
    const day = now.toISOString().slice(0, 10);
    return new Response(streamOf(exportCasebook(pool(), now, anonymous)), {
      headers: {
        "content-type": "application/json; charset=utf-8",
        "content-disposition": `attachment; filename="casebook-${day}.json"`,
        "cache-control": "no-store",
      },
    });
  });
}

function streamOf(pieces: AsyncGenerator<string>): ReadableStream<Uint8Array> {
  const encoder = new TextEncoder();
  return new ReadableStream({
    async pull(controller) {
      const { done, value } = await pieces.next();
      if (done) controller.close();
      else controller.enqueue(encoder.encode(value));
    },
    async cancel() {
      await pieces.return(undefined);
    },
  });
}
