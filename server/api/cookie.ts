import "server-only";

const MONTH_SECONDS = 30 * 24 * 3600;

/** The session's cookie: out of reach of scripts and of other sites, and of plain HTTP where the shop has HTTPS. */
export function sessionCookie(request: Request) {
  const secure = new URL(request.url).protocol === "https:" || request.headers.get("x-forwarded-proto") === "https";
  return { httpOnly: true, sameSite: "lax", path: "/", secure, maxAge: MONTH_SECONDS } as const;
}
