import { createHash } from "node:crypto";
import { asJobId, type CommandId } from "@/core/ids";
import { badInput, problemOfRefusal, problemResponse } from "@/server/api/problem";
import { checkAccess, commandIdOf, guarded, json } from "@/server/api/route";
import { keptFile, sentBytes } from "@/server/api/sent-file";
import type { Actor } from "@/server/auth/session";
import { once } from "@/server/commands/once";
import { findJob, type JobRow } from "@/server/db/jobs";
import { insertFile, type NewFile } from "@/server/db/files";
import { inTransaction, pool } from "@/server/db/pool";
import { announceJob } from "@/server/live/announce";

const MOST_NAME_LETTERS = 200;

/** Keeps a picture or PDF beside an entry of the trail: `?seq=3&name=lamp.jpg`, the bytes as the body, its id as Idempotency-Key. */
export async function POST(request: Request, { params }: RouteContext<"/api/v1/jobs/[id]/files">): Promise<Response> {
  return guarded(async () => {
    const now = new Date();
    const access = await checkAccess(request, "job.complaint", now);
    if (!access.ok) return problemResponse(access.problem);
    const sent = await sentBytes(request);
    if (!sent.ok) return sent.response;
    const key = commandIdOf(request);
    if (!key.ok) return problemResponse(key.problem);
    const { actor } = access;
    const id = asJobId((await params).id);
    const job = id && (await findJob(pool(), actor.siteId, id));
    if (!job) return problemResponse(problemOfRefusal({ code: "not-found", what: "job" }));
    const { seq, name } = placeOf(new URL(request.url), job);
    if (seq === null) return problemResponse(badInput([{ path: "seq", message: "names no entry of this job" }]));
    const read = await keptFile(sent.bytes);
    if (!read.ok) return read.response;
    const file = { ...read.file, jobId: job.id, id: key.id, seq, name, by: actor.personId, at: now };
    const same = await keep(file, { job, actor, bytes: sent.bytes });
    if (!same) return problemResponse(problemOfRefusal({ code: "other-request" }));
    return json({ id: key.id, seq, name }, 201);
  });
}

/** The entry that a file belongs to, and a name without path or control characters. */
function placeOf({ searchParams }: URL, job: JobRow): { readonly seq: number | null; readonly name: string } {
  const seq = Number(searchParams.get("seq") ?? Number.NaN);
  const plain = (searchParams.get("name") ?? "").replace(/^.*[\\/]/, "").replace(/[\u0000-\u001f\u007f"]/g, "");
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
