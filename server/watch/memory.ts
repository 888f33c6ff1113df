import "server-only";
import { setFlagsFromString } from "node:v8";

/** A collection is due when the heap has grown by so much since the last one. */
const GROWS_BY_PERCENT = 100;

/**
 * Keeps the garbage of pages from piling up: left to itself, V8 lets the heap of a busy server grow to four times what it holds before it looks.
 * A V8 that does not know the setting says so on standard error and goes on without.
 */
export function collectInTime(): void {
  setFlagsFromString(`--heap-growing-percent=${GROWS_BY_PERCENT}`);
}
