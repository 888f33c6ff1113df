import "server-only";
import pino from "pino";
import { requestId } from "@/server/watch/request-id";

const kept: typeof globalThis & { deadEndsLog?: pino.Logger } = globalThis;

/** So much waits to be written where there is no room; what comes on top is let go. */
const WAITS_BYTES = 1024 * 1024;

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
    destination(),
  );
  return kept.deadEndsLog;
}

/** Standard error, whether or not it can be written: it may be a file on a full disk, or a pipe that nobody reads any longer. */
function destination(): ReturnType<typeof pino.destination> {
  for (const stream of [process.stdout, process.stderr]) stream.on("error", () => {});
  const lines = pino.destination({ dest: 2, maxLength: WAITS_BYTES });
  lines.on("error", () => {});
  lines.on("drop", () => {
    try {
      lines.flushSync();
    } catch {
      // There is still no room.
    }
  });
  return lines;
}
