import { createHash } from "node:crypto";
import { asJobId, type CommandId } from "@/core/ids";
import { call } from "@/server/api/call";
import { commandIdOf, json } from "@/server/api/route";
import { keptFile, sentBytes } from "@/server/api/sent-file";
import type { Actor } from "@/server/auth/session";
import { once } from "@/server/commands/once";
import { refuse, refuseInput } from "@/server/commands/refusal";
import { findJob, type JobRow } from "@/server/db/jobs";
import { insertFile, type NewFile } from "@/server/db/files";
import { inTransaction, pool } from "@/server/db/pool";
import { announceJob } from "@/server/live/announce";

const MOST_NAME_LETTERS = 200;

/** Keeps a picture or PDF beside an entry of the trail: `?seq=3&name=lamp.jpg`, the bytes as the body, its id as Idempotency-Key. */
export const POST = call("job.complaint", null, async ({ request, actor, params, query, now }) => {
  const bytes = await sentBytes(request);
  const key = commandIdOf(request);
  const id = asJobId(params.id ?? "");
  const job = id && (await findJob(pool(), actor.siteId, id));
  if (!job) return refuse({ code: "not-found", what: "job" });
  const { seq, name } = placeOf(query, job);
  if (seq === null) return refuseInput("seq", "names no entry of this job");
  const file = { ...(await keptFile(bytes)), jobId: job.id, id: key, seq, name, by: actor.personId, at: now };
  if (!(await keep(file, { job, actor, bytes }))) return refuse({ code: "other-request" });
  return json({ id: key, seq, name }, 201);
});

/** The entry that a file belongs to, and a name without path or control characters. */
function placeOf(query: URLSearchParams, job: JobRow): { readonly seq: number | null; readonly name: string } {
  const seq = Number(query.get("seq") ?? Number.NaN);
  const plain = (query.get("name") ?? "").replace(/^.*[\\/]/, "").replace(/[\u0000-\u001f\u007f"]/g, "");
  return {
    seq: Number.isInteger(seq) && seq >= 1 && seq <= job.version ? seq : null,
    name: plain.trim().slice(0, MOST_NAME_LETTERS) || "file",
  };
}

interface Sent {
  readonly job: JobRow;
  readonly actor: Actor;
  readonly bytes: Buffer;
}

/** @returns false where the key was used for something else, or by somebody else */
async function keep(file: NewFile, { job, actor, bytes }: Sent): Promise<boolean> {
  const { seq, name, at: now } = file;
  const requestHash = createHash("sha256")
    .update(JSON.stringify(["add-file", job.id, seq, name]))
    .update(bytes)
    .digest();
  const request = { id: file.id as CommandId, name: "add-file", requestHash, actor, now };
  const done = await inTransaction((db) =>
    once(db, request, async () => {
      if (await insertFile(db, file))
        await announceJob(db, { siteId: job.siteId, jobId: job.id, version: job.version, files: true });
    }),
  );
  return done.kind === "done";
}
