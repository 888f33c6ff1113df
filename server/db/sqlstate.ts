/** SQLSTATEs by name (PostgreSQL manual, appendix A). */
export const UNIQUE_VIOLATION = "23505";
export const FOREIGN_KEY_VIOLATION = "23503";
/** Also what the trail's triggers raise. */
export const RESTRICT_VIOLATION = "23001";

/** Somebody else held it for longer than one would wait. */
export const LOCK_NOT_AVAILABLE = "55P03";

/** A write where none are taken: by a server that follows another one. */
export const READ_ONLY_SQL_TRANSACTION = "25006";

/** A value that the database cannot hold: too large a number, a character that is none (class 22). */
export const isDataException = (state: string | null): boolean => state?.startsWith("22") ?? false;

/** PostgreSQL's own name for what went wrong, or null where it was something else. */
export function sqlStateOf(error: unknown): string | null {
  if (typeof error !== "object" || error === null || !("code" in error)) return null;
  return typeof error.code === "string" ? error.code : null;
}

/** Classes of SQLSTATEs, and single ones, by which a database says that it cannot just now: it starts or ends, is full, or somebody holds what is needed. */
const NOT_NOW = ["08", "53", "57P", "57014", LOCK_NOT_AVAILABLE, READ_ONLY_SQL_TRANSACTION, "25P03", "40001", "40P01"];
/** The same of a connection. */
const NO_CONNECTION = new Set([
  "ECONNREFUSED",
  "ECONNRESET",
  "EPIPE",
  "ETIMEDOUT",
  "EHOSTUNREACH",
  "ENOTFOUND",
  "EAI_AGAIN",
]);
/** node-postgres names these by their text alone. */
const LOST =
  /^(?:timeout exceeded when trying to connect|Connection terminated|Client has encountered a connection error)/;

/** Whether it was the database that could not answer, and the same request may succeed a moment later. */
export function isUnavailable(error: unknown): boolean {
  const state = sqlStateOf(error);
  if (state !== null) return NO_CONNECTION.has(state) || NOT_NOW.some((each) => state.startsWith(each));
  return error instanceof Error && LOST.test(error.message);
}
