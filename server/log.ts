import "server-only";
import pino from "pino";
import { requestId } from "@/server/watch/request-id";

const kept: typeof globalThis & { deadEndsLog?: pino.Logger } = globalThis;

/** The server's log: lines of JSON on standard error, so that standard output stays for what a command prints. Nothing fails because a line cannot be written. */
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
    standardError(),
  );
  return kept.deadEndsLog;
}

/**
 * Standard error, whether or not it can be written: it may be a file on a full disk, or a pipe that nobody reads any longer. What pino brings for it would try
 * for ever as the process ends.
 */
function standardError(): pino.DestinationStream {
  for (const stream of [process.stdout, process.stderr]) stream.on("error", () => {});
  return process.stderr;
}
