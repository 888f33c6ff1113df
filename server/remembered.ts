import "server-only";
import { isHearing } from "@/server/db/book-news";

/** So long another instance's change of a short list may go unseen. */
const MOST_MS = 2000;
/** A shop has a list or two of each kind. */
const MOST_KEPT = 200;

interface Remembered {
  readonly value: unknown;
  readonly at: number;
}

// For the whole process, also when the development server loads this module again.
const kept: typeof globalThis & { deadEndsRemembered?: Map<string, Remembered> } = globalThis;

/**
 * A short list that nearly every page shows, such as who works here: read anew every two seconds, and after every command of this process
 * that is not about a job. Programs that are no web server read it each time.
 */
export async function remembered<Value>(key: string, read: () => Promise<Value>): Promise<Value> {
  if (!isHearing()) return read();
  const all = (kept.deadEndsRemembered ??= new Map<string, Remembered>());
  const found = all.get(key);
  if (found && Date.now() - found.at < MOST_MS) return found.value as Value;
  const at = Date.now();
  const value = await read();
  if (all.size >= MOST_KEPT) all.clear();
  // Whoever forgot meanwhile is not told something older.
  if (kept.deadEndsRemembered === all) all.set(key, { value, at });
  return value;
}

/** Everything is read anew from now on. */
export function forgetRemembered(): void {
  delete kept.deadEndsRemembered;
}
