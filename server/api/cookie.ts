import "server-only";

/** By it a browser is known from which somebody signed in before. It opens nothing. */
export const DEVICE_COOKIE = "dead_ends_device";

const YEAR_SECONDS = 365 * 24 * 3600;
const MONTH_SECONDS = 30 * 24 * 3600;

/** The session's cookie: out of reach of scripts and of other sites, and of plain HTTP where the shop has HTTPS. */
export function sessionCookie(request: Request) {
  const secure = new URL(request.url).protocol === "https:" || request.headers.get("x-forwarded-proto") === "https";
  return { httpOnly: true, sameSite: "lax", path: "/", secure, maxAge: MONTH_SECONDS } as const;
}

/** Of a browser that is known: kept through signing out. */
export const deviceCookie = (request: Request) => ({ ...sessionCookie(request), maxAge: YEAR_SECONDS });
