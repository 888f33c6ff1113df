import "server-only";
import type { Problem } from "./problem";

export const BODY_LIMIT_BYTES = 1024 * 1024;

export type BodyResult =
  { readonly ok: true; readonly value: unknown } | { readonly ok: false; readonly problem: Problem };

/** 413, with the limit. */
export const tooLarge = (mib = 1): Problem => ({
  status: 413,
  title: "Too large",
  detail: `The body is larger than ${mib} MiB.`,
});
export const malformed: Problem = { status: 400, title: "Malformed JSON", detail: "The body is not well-formed JSON." };

/** Reads a JSON body up to a limit, whatever its declared length says. */
export async function readJson(request: Request, limit = BODY_LIMIT_BYTES): Promise<BodyResult> {
  const bytes = await readBytes(request, limit);
  if (!bytes) return { ok: false, problem: tooLarge() };
  try {
    return { ok: true, value: JSON.parse(new TextDecoder("utf-8", { fatal: true }).decode(bytes)) };
  } catch {
    return { ok: false, problem: malformed };
  }
}

/** The bytes of a body, or null where there are more than the limit. */
export async function readBytes(request: Request, limit: number): Promise<Uint8Array | null> {
  if (Number(request.headers.get("content-length") ?? 0) > limit) return null;
  if (!request.body) return new Uint8Array();
  const pieces: Uint8Array[] = [];
  let length = 0;
  for await (const piece of request.body) {
    length += piece.length;
    if (length > limit) return null;
    pieces.push(piece);
  }
  return Buffer.concat(pieces);
}
