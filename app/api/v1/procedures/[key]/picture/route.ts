import { badInput, problemOfRefusal, problemResponse } from "@/server/api/problem";
import { checkAccess, guarded, json } from "@/server/api/route";
import { keptFile, sentBytes } from "@/server/api/sent-file";
import { pool } from "@/server/db/pool";
import { readStepPicture, setStepPicture } from "@/server/db/procedure-pictures";
import { readProcedure } from "@/server/db/procedures";

type Context = RouteContext<"/api/v1/procedures/[key]/picture">;

const stepOf = (request: Request) => new URL(request.url).searchParams.get("step") ?? "";
const missing = () => problemResponse(problemOfRefusal({ code: "not-found", what: "picture of this step" }));

/** The picture of a step: `?step=` and what the step says. */
export async function GET(request: Request, { params }: Context): Promise<Response> {
  return guarded(async () => {
    const access = await checkAccess(request, "shop.read", new Date());
    if (!access.ok) return problemResponse(access.problem);
    const picture = await readStepPicture(pool(), (await params).key, stepOf(request));
    if (!picture) return missing();
    return new Response(new Uint8Array(picture.content), {
      headers: { "content-type": picture.mediaType, "cache-control": "private, max-age=60" },
    });
  });
}

/** Puts a picture beside a step, in place of the one that was there. */
export async function POST(request: Request, { params }: Context): Promise<Response> {
  return guarded(async () => {
    const now = new Date();
    const access = await checkAccess(request, "book.edit", now);
    if (!access.ok) return problemResponse(access.problem);
    const sent = await sentBytes(request);
    if (!sent.ok) return sent.response;
    const procedure = await readProcedure(pool(), (await params).key);
    if (!procedure) return problemResponse(problemOfRefusal({ code: "not-found", what: "procedure" }));
    const step = stepOf(request);
    if (!procedure.steps.includes(step))
      return problemResponse(badInput([{ path: "step", message: "is no step of this procedure" }]));
    const read = await keptFile(sent.bytes);
    if (!read.ok) return read.response;
    const { mediaType, content } = read.file;
    if (mediaType === "application/pdf")
      return problemResponse(badInput([{ path: "file", message: "is no picture: a step has a JPEG, PNG or WebP" }]));
    const picture = { procedure: procedure.key, step, mediaType, content };
    await setStepPicture(pool(), picture, { id: access.actor.personId, at: now });
    return json({ procedure: procedure.key, step }, 201);
  });
}
