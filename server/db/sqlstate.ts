/** SQLSTATEs by name (PostgreSQL manual, appendix A). */
export const UNIQUE_VIOLATION = "23505";
export const FOREIGN_KEY_VIOLATION = "23503";
/** Also what the trail's triggers raise. */
export const RESTRICT_VIOLATION = "23001";

/** A value that the database cannot hold: too large a number, a character that is none (class 22). */
export const isDataException = (state: string | null): boolean => state?.startsWith("22") ?? false;

/** PostgreSQL's own name for what went wrong, or null where it was something else. */
export function sqlStateOf(error: unknown): string | null {
  if (typeof error !== "object" || error === null || !("code" in error)) return null;
  return typeof error.code === "string" ? error.code : null;
}
