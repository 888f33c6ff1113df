import { casebookQuery } from "@/server/api/casebook-input";
import { malformed, tooLarge } from "@/server/api/body";
import { call } from "@/server/api/call";
import { badInput, refuseWith } from "@/server/api/problem";
import { commandIdOf, json } from "@/server/api/route";
import { streamed } from "@/server/api/stream";
import { answerOfWork, nobodyThere } from "@/server/api/long-work";
import { exportCasebook } from "@/server/casebook/export";
import { casebookName } from "@/server/casebook/queued-export";
import { MOST_MIB, queueImport } from "@/server/casebook/queued-import";
import { pool } from "@/server/db/pool";
import { validate } from "@/server/input";
import { workEnded } from "@/server/queue/wait";

/**
 * Takes a casebook over: by keys, whole or not at all; the same one twice changes nothing. With `?from=NAME` it stays apart, as another shop's, and each
 * of its jobs counts `&weight=0.33` of one of ours. With `Prefer: respond-async` the answer is where to ask how far it is.
 */
export const POST = call("book.edit", null, async ({ request, actor, query, now }) => {
  const asked = validate(casebookQuery, {
    from: query.get("from") ?? undefined,
    weight: query.get("weight") ?? undefined,
    file: query.get("file") ?? undefined,
  });
  if (!asked.ok) return refuseWith(badInput(asked.problems));
  const { from: name, weight, file } = asked.value;
  const from = name === null ? null : { name, weightMilli: Math.round(weight * 1000) };
  const { body } = request;
  if (!body) return refuseWith(malformed);
  const commandId = commandIdOf(request);
  const id = await queueImport({ commandId, actor, from, file, now, body });
  if (!id) return refuseWith(tooLarge(MOST_MIB));
  const progress = `/api/v1/casebook/imports/${commandId}`;
  if (/\brespond-async\b/i.test(request.headers.get("prefer") ?? "")) return json({ id, progress }, 202);
  const work = await workEnded(id, request.signal);
  return work ? answerOfWork(work) : refuseWith(nobodyThere(progress));
});

/** Everything that this site knows, as a casebook; `?anonymous=1` leaves out what identifies a vehicle's owner. */
export const GET = call("book.edit", null, async ({ actor, query, now }) => {
  const asked = { now, anonymous: query.get("anonymous") === "1" };
  const pieces = exportCasebook(pool(), actor.siteId, asked);
  return streamed(pieces, { name: casebookName(asked), type: "application/json; charset=utf-8" });
});
