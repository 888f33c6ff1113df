import "server-only";
import { createHash } from "node:crypto";
import { promisify } from "node:util";
import { gzip } from "node:zlib";

const zip = promisify(gzip);

/** An answer that a browser keeps and asks about: it is sent again only where it has changed (RFC 9110, 13.1.2). */
export async function kept(request: Request, answer: unknown): Promise<Response> {
  const body = JSON.stringify(answer);
  const tag = `"${createHash("sha256").update(body).digest("base64url").slice(0, 22)}"`;
  const headers = { etag: tag, "cache-control": "private, no-cache", vary: "accept-encoding" };
  // A proxy that compressed it marks the tag as weak.
  const has = (request.headers.get("if-none-match") ?? "")
    .split(",")
    .some((each) => each.trim().replace(/^W\//, "") === tag);
  if (has) return new Response(null, { status: 304, headers });
  const type = { ...headers, "content-type": "application/json" };
  // Answers of the API are not compressed by the server itself.
  if (!/\bgzip\b/.test(request.headers.get("accept-encoding") ?? "")) return new Response(body, { headers: type });
  return new Response(new Uint8Array(await zip(body)), { headers: { ...type, "content-encoding": "gzip" } });
}
