import { asJobId, isUuid } from "@/core/ids";
import { problemOfRefusal, problemResponse } from "@/server/api/problem";
import { checkAccess, guarded } from "@/server/api/route";
import { findFile, readContent, readThumbnail } from "@/server/db/files";
import { findJob } from "@/server/db/jobs";
import { pool } from "@/server/db/pool";

/** A file never changes: a browser may keep it, for this person only. */
const FOR_A_DAY = "private, max-age=86400, immutable";

/** A file as it is kept, in pieces; `?size=small` gives a picture's thumbnail. */
export async function GET(
  request: Request,
  { params }: RouteContext<"/api/v1/jobs/[id]/files/[file]">,
): Promise<Response> {
  return guarded(async () => {
    const access = await checkAccess(request, "shop.read", new Date());
    if (!access.ok) return problemResponse(access.problem);
    const db = pool();
    const { id, file: fileId } = await params;
    const jobId = asJobId(id);
    const job = jobId && (await findJob(db, access.actor.siteId, jobId));
    const file = job && isUuid(fileId) ? await findFile(db, job.id, fileId) : null;
    if (!job || !file) return problemResponse(problemOfRefusal({ code: "not-found", what: "file" }));
    if (new URL(request.url).searchParams.get("size") === "small") {
      const small = await readThumbnail(db, job.id, file.id);
      if (!small) return problemResponse(problemOfRefusal({ code: "not-found", what: "small picture of this file" }));
      return new Response(new Uint8Array(small), {
        headers: { "content-type": "image/webp", "cache-control": FOR_A_DAY },
      });
    }
    const kind = file.mediaType === "application/pdf" ? "attachment" : "inline";
    return new Response(streamOf(readContent(db, job.id, file)), {
      headers: {
        "content-type": file.mediaType,
        "content-disposition": `${kind}; filename*=UTF-8''${encodeURIComponent(file.name)}`,
        "cache-control": FOR_A_DAY,
      },
    });
  });
}

function streamOf(pieces: AsyncGenerator<Buffer>): ReadableStream<Uint8Array> {
  return new ReadableStream({
    async pull(controller) {
      const { done, value } = await pieces.next();
      if (done) controller.close();
      else controller.enqueue(new Uint8Array(value));
    },
    async cancel() {
      await pieces.return(undefined);
    },
  });
}
