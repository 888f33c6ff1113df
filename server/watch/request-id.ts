import "server-only";
import { AsyncLocalStorage } from "node:async_hooks";
import { randomUUID } from "node:crypto";

/** Under what number a request stands in the log and in its answer. */

// For the whole process: the log and the server's own bundle each load this module.
const kept: typeof globalThis & { deadEndsRequest?: AsyncLocalStorage<string> } = globalThis;
const current = (): AsyncLocalStorage<string> => (kept.deadEndsRequest ??= new AsyncLocalStorage<string>());

/** The request that is being answered here; undefined outside of one. */
export const requestId = (): string | undefined => current().getStore();

/** Everything that is done from here on is done for this request. */
export function beginRequest(id: string): void {
  current().enterWith(id);
}

/** What a proxy in front calls the request, where that is a plain word, else a number of our own. */
export function idOf(given: string | readonly string[] | undefined): string {
  return typeof given === "string" && /^[\w.-]{8,80}$/.test(given) ? given : randomUUID();
}
