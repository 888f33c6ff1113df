import "server-only";

/**
 * An answer that a browser keeps and asks about: it is sent again, and worked out again, only where its version is another (RFC 9110, 13.1.2).
 */
export async function kept(request: Request, version: string, work: () => Promise<unknown>): Promise<Response> {
  const headers = { etag: `"${version}"`, "cache-control": "private, no-cache" };
  if (has(request, version)) return new Response(null, { status: 304, headers });
  const body = JSON.stringify(await work());
  return new Response(body, { headers: { ...headers, "content-type": "application/json" } });
}

// A proxy that compressed it marks the tag as weak.
const has = (request: Request, tag: string): boolean =>
  (request.headers.get("if-none-match") ?? "")
    .split(",")
    .some((each) => each.trim().replace(/^W\//, "") === `"${tag}"`);
