import { asJobId, isUuid } from "@/core/ids";
import { call } from "@/server/api/call";
import { piecesOf } from "@/server/api/stream";
import { refuse } from "@/server/commands/refusal";
import { findFile, readContent, readThumbnail } from "@/server/db/files";
import { findJob } from "@/server/db/jobs";
import { pool } from "@/server/db/pool";

/** A file never changes: a browser may keep it, for this person only. */
const FOR_A_DAY = "private, max-age=86400, immutable";

/** A file as it is kept, in pieces; `?size=small` gives a picture's thumbnail. */
export const GET = call("shop.read", null, async ({ actor, params, query }) => {
  const db = pool();
  const jobId = asJobId(params.id ?? "");
  const job = jobId && (await findJob(db, actor.siteId, jobId));
  const file = job && isUuid(params.file ?? "") ? await findFile(db, job.id, params.file ?? "") : null;
  if (!job || !file) return refuse({ code: "not-found", what: "file" });
  if (query.get("size") === "small") {
    const small = await readThumbnail(db, job.id, file.id);
    if (!small) return refuse({ code: "not-found", what: "small picture of this file" });
    return new Response(new Uint8Array(small), {
      headers: { "content-type": "image/webp", "cache-control": FOR_A_DAY },
    });
  }
  const kind = file.mediaType === "application/pdf" ? "attachment" : "inline";
  return new Response(
    piecesOf(readContent(db, job.id, file), (piece) => new Uint8Array(piece)),
    {
      headers: {
        "content-type": file.mediaType,
        "content-disposition": `${kind}; filename*=UTF-8''${encodeURIComponent(file.name)}`,
        "cache-control": FOR_A_DAY,
      },
    },
  );
});
