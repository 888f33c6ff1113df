import { call } from "@/server/api/call";
import { refuse } from "@/server/commands/refusal";

/** A path of the API that does not exist: a problem as everywhere in it, and no page; and for nobody who is not signed in. */
const answer = call("shop.read", null, async () => refuse({ code: "not-found", what: "path" }));
const nothingHere = (request: Request): Promise<Response> => answer(request, { params: Promise.resolve({}) });

export const GET = nothingHere;
export const POST = nothingHere;
export const PUT = nothingHere;
export const PATCH = nothingHere;
export const DELETE = nothingHere;
