import "server-only";
import { collectDefaultMetrics, Counter, Gauge, Histogram, Registry } from "prom-client";
import { readBookVersion } from "@/server/db/book-version";
import { countUnderWay, isAnybodyThere, lastGoodBackup } from "@/server/db/long-work";
import { countBehind } from "@/server/db/outlooks";
import { connections, pool } from "@/server/db/pool";
import { peopleListening } from "@/server/live/listen";
import { pagesWaiting } from "./turns";

/** What whoever runs the shop's server watches, in Prometheus' text format. */

interface Watched {
  readonly registry: Registry;
  readonly requests: Counter<"route" | "method" | "status">;
  readonly seconds: Histogram<"route">;
}

// For the whole process: requests are counted by the server's start, and asked for by a route.
const kept: typeof globalThis & { deadEndsWatched?: Watched } = globalThis;

function watched(): Watched {
  kept.deadEndsWatched ??= makeWatched();
  return kept.deadEndsWatched;
}

function makeWatched(): Watched {
  const registry = new Registry();
  const registers = [registry];
  const gauge = (name: string, help: string, read: () => number | Promise<number>) =>
    new Gauge({
      name: `dead_ends_${name}`,
      help,
      registers,
      async collect() {
        // Where the database gives no answer, the others still tell.
        this.set(await Promise.resolve(read()).catch(() => Number.NaN));
      },
    });
  collectDefaultMetrics({ register: registry, prefix: "dead_ends_" });
  gauge("database_connections", "Connections to the database that this process holds", () => connections().all);
  gauge("database_connections_idle", "Of these, so many have nothing to do", () => connections().idle);
  gauge("database_waiting", "Requests that wait for a connection", () => connections().waiting);
  gauge("pages_waiting", "Pages that wait for their turn to be drawn", pagesWaiting);
  gauge("live_listeners", "Browsers and others that are told of changes as they happen", peopleListening);
  gauge("book_version", "Versions of the book so far", async () => (await readBookVersion(pool())).nth);
  gauge("outlooks_behind", "Open jobs whose odds are of an older book", async () => {
    const { version } = await readBookVersion(pool());
    return countBehind(pool(), version);
  });
  gauge("long_work_waiting", "Long work that waits for its turn or is under way", () => countUnderWay(pool()));
  gauge("long_work_workers", "Whether there is anybody who does long work: 1, or 0", async () =>
    Number(await isAnybodyThere(pool())),
  );
  gauge(
    "last_backup_timestamp_seconds",
    "When the last good backup by the queue was asked for; 0 where there was none",
    async () => Math.round(((await lastGoodBackup(pool()))?.askedAt.getTime() ?? 0) / 1000),
  );
  return {
    registry,
    requests: new Counter({
      name: "dead_ends_requests_total",
      help: "Requests that were answered",
      labelNames: ["route", "method", "status"],
      registers,
    }),
    seconds: new Histogram({
      name: "dead_ends_request_seconds",
      help: "From a request to the last byte of its answer; streams of changes left out",
      labelNames: ["route"],
      buckets: [0.01, 0.03, 0.1, 0.3, 1, 3, 10, 30],
      registers,
    }),
  };
}

export interface Answered {
  readonly method: string;
  readonly path: string;
  readonly status: number;
  readonly seconds: number;
}

/** Counts an answer. */
export function countAnswer({ method, path, status, seconds }: Answered): void {
  const route = routeOf(path, status);
  const { requests, seconds: taken } = watched();
  requests.inc({ route, method, status: String(status) });
  if (route !== LIVE) taken.observe({ route }, seconds);
}

const LIVE = "/api/v1/live";

/** The beginning of an address that says what it is of: "/jobs", "/api/v1/advice". What there is nothing at counts together. */
export function routeOf(path: string, status: number): string {
  if (status === 404 || !/^\/[\w./\- ]*$/.test(path)) return "other";
  const [first = "", , third = ""] = path.slice(1).split("/");
  if (first === "_next") return "/_next";
  return first === "api" ? `/api/v1/${third}` : `/${first}`;
}

/** Everything, as Prometheus reads it. */
export async function metricsText(): Promise<{ readonly type: string; readonly text: string }> {
  const { registry } = watched();
  return { type: registry.contentType, text: await registry.metrics() };
}
