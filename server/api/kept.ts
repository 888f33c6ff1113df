import "server-only";
import { createHash } from "node:crypto";

/** An answer that a browser keeps and asks about: it is sent again only where it has changed (RFC 9110, 13.1.2). */
export function kept(request: Request, answer: unknown): Response {
  const body = JSON.stringify(answer);
  const tag = `"${createHash("sha256").update(body).digest("base64url").slice(0, 22)}"`;
  const headers = { etag: tag, "cache-control": "private, no-cache" };
  // A proxy that compressed it marks the tag as weak.
  const has = (request.headers.get("if-none-match") ?? "")
    .split(",")
    .some((each) => each.trim().replace(/^W\//, "") === tag);
  if (has) return new Response(null, { status: 304, headers });
  return new Response(body, { headers: { ...headers, "content-type": "application/json" } });
}
