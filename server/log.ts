import "server-only";
import pino from "pino";
import { requestId } from "@/server/watch/request-id";

const kept: typeof globalThis & { deadEndsLog?: pino.Logger } = globalThis;

/** The server's log: lines of JSON on standard error, so that standard output stays for what a command prints. */
export function log(): pino.Logger {
  kept.deadEndsLog ??= pino(
    {
      level: process.env.LOG_LEVEL ?? "warn",
      base: null,
      timestamp: pino.stdTimeFunctions.isoTime,
      mixin: () => {
        const request = requestId();
        return request === undefined ? {} : { request };
      },
    },
    pino.destination(2),
  );
  return kept.deadEndsLog;
}
