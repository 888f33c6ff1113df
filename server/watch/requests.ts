import "server-only";
import { subscribe } from "node:diagnostics_channel";
import type { IncomingMessage, ServerResponse } from "node:http";
import { log } from "@/server/log";
import { countAnswer } from "./metrics";
import { beginRequest, idOf } from "./request-id";

/** Slower answers are told of in the log, one every so often: where everything is slow, one line says as much as a thousand. */
const SLOW_S = 3;
const SLOW_EVERY_MS = 10_000;

const kept: typeof globalThis & { deadEndsWatchesRequests?: boolean } = globalThis;

/** Gives every request that this process answers a number, counts it, and tells the log what was slow or failed. */
export function watchRequests(): void {
  if (kept.deadEndsWatchesRequests) return;
  kept.deadEndsWatchesRequests = true;
  subscribe("http.server.request.start", (message) => {
    const { request, response } = message as { request: IncomingMessage; response: ServerResponse };
    const id = idOf(request.headers["x-request-id"]);
    beginRequest(id);
    response.setHeader("x-request-id", id);
    const begun = performance.now();
    response.once("close", () => told(id, { request, response, seconds: (performance.now() - begun) / 1000 }));
  });
}

interface Told {
  readonly request: IncomingMessage;
  readonly response: ServerResponse;
  readonly seconds: number;
}

function told(id: string, { request, response, seconds }: Told): void {
  const path = (request.url ?? "").split("?")[0] ?? "";
  const method = request.method ?? "";
  const status = response.statusCode;
  countAnswer({ method, path, status, seconds });
  const line = { request: id, method, path, status, ms: Math.round(seconds * 1000) };
  const isStream = response.getHeader("content-type") === "text/event-stream";
  if (status >= 500) log().error(line, "answered with a failure");
  else if (seconds > SLOW_S && !isStream && isTimeToTell()) log().warn(line, "answered slowly");
  else log().info(line, "answered");
}

let toldAt = Number.NEGATIVE_INFINITY;

function isTimeToTell(): boolean {
  const now = performance.now();
  if (now - toldAt < SLOW_EVERY_MS) return false;
  toldAt = now;
  return true;
}
