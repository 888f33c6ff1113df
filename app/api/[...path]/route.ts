import { problemOfRefusal, problemResponse } from "@/server/api/problem";
import { checkAccess, guarded } from "@/server/api/route";

/** A path of the API that does not exist: a problem as everywhere in it, and no page; and for nobody who is not signed in. */
const nothingHere = (request: Request): Promise<Response> =>
  guarded(async () => {
    const access = await checkAccess(request, "shop.read", new Date());
    return problemResponse(access.ok ? problemOfRefusal({ code: "not-found", what: "path" }) : access.problem);
  });

export const GET = nothingHere;
export const POST = nothingHere;
export const PUT = nothingHere;
export const PATCH = nothingHere;
export const DELETE = nothingHere;
