import "server-only";

/**
 * Where a request comes from, as far as is known: behind a proxy the last address that it wrote down, else what the web server saw. A client
 * can write addresses of its own before it; limits by address therefore stand beside limits by name, never alone.
 */
export function addressOf(request: Request): string {
  const forwarded = request.headers.get("x-forwarded-for") ?? "";
  return forwarded.split(",").at(-1)?.trim().slice(0, 64) || "unknown";
}
