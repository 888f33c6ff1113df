import "server-only";
import pino from "pino";

const kept: typeof globalThis & { deadEndsLog?: pino.Logger } = globalThis;

/** The server's log: lines of JSON on standard error, so that standard output stays for what a command prints. */
export function log(): pino.Logger {
  kept.deadEndsLog ??= pino({ level: process.env.LOG_LEVEL ?? "warn", base: null }, pino.destination(2));
  return kept.deadEndsLog;
}
