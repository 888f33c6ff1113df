import { problemOfRefusal, problemResponse } from "@/server/api/problem";

/** A path of the API that does not exist: a problem as everywhere in it, and no page. */
const nothingHere = (): Response => problemResponse(problemOfRefusal({ code: "not-found", what: "path" }));

export const GET = nothingHere;
export const POST = nothingHere;
export const PUT = nothingHere;
export const PATCH = nothingHere;
export const DELETE = nothingHere;
