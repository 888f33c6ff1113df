import { NextResponse, type NextRequest } from "next/server";

/**
 * The policy of every page: scripts and style elements run only with this request's nonce; there are no inline handlers to allow.
 * Headers that are the same for every answer stand in `next.config.ts`. The API is left out: what passes through here is kept in memory
 * and cut off, which a large casebook must not be.
 */
export function proxy(request: NextRequest): NextResponse {
  const { pathname } = request.nextUrl;
  const ofApi = pathname.startsWith("/api/");
  if (!isDecodable(pathname)) return ofApi ? badPath() : NextResponse.rewrite(new URL(NOWHERE, request.url));
  if (ofApi) return NextResponse.next();
  const nonce = btoa(crypto.randomUUID());
  const policy = contentSecurityPolicy(nonce, process.env.NODE_ENV !== "production");
  const headers = new Headers(request.headers);
  headers.set("x-nonce", nonce);
  // Next reads the nonce for its own scripts from the request's policy.
  headers.set("content-security-policy", policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set("content-security-policy", policy);
  return response;
}

/** The development server evaluates code to reload it; a built application never does. */
function contentSecurityPolicy(nonce: string, development: boolean): string {
  return [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${development ? " 'unsafe-eval'" : ""}`,
    development ? "style-src 'self' 'unsafe-inline'" : `style-src 'self' 'nonce-${nonce}'`,
    "img-src 'self' blob: data:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self'",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join("; ");
}

/** There is no such page: what stands for an address that no page can have. */
const NOWHERE = "/no-such-page";

function isDecodable(path: string): boolean {
  try {
    return !decodeURIComponent(path).includes("\0");
  } catch {
    return false;
  }
}

/** Bytes that are no text in a path of the API: a problem with its place, as everywhere in it. */
function badPath(): NextResponse {
  const detail = "The path holds bytes that are no UTF-8 text.";
  const body = { type: "urn:dead-ends:problem:malformed-path", title: "Malformed path", status: 400, detail };
  return new NextResponse(JSON.stringify(body), {
    status: 400,
    headers: { "content-type": "application/problem+json; charset=utf-8", "cache-control": "no-store" },
  });
}

/** Of the API only what has escaped bytes in its path: no casebook has. */
export const config = { matcher: ["/((?!api/|_next/static|_next/image|icon.svg).*)", "/api/(.*%.*)"] };
