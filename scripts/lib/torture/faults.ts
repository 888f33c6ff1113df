import { setTimeout as sleep } from "node:timers/promises";
import type { Shop, Victim } from "./shop";
import type { SmallDisk } from "./small-disk";

/** What came of a fault. */
export interface Fault {
  readonly what: string;
  /** Milliseconds from its end until the shop was served again, and the next write went through. */
  readonly served: number;
  /** What ought not to have been. */
  readonly wrong: readonly string[];
}

const SERVED_AGAIN_MS = 30_000;
/** So long health may take, whatever the database does, and what the way there and back adds. */
const HEALTH_MS = 2500;
const ASK_EVERY_MS = 500;
/** Whatever is told meanwhile says that it cannot be just now. */
const EXPECTED = new Set([0, 200, 503]);

/** Hands that wait for an answer give up on it after 20 s, and send again then. */
const WRITES_AGAIN_MS = 30_000;

/** @returns milliseconds until it is well, and somebody could write */
async function untilServed(shop: Shop, mostMs: number): Promise<number> {
  return (await shop.untilServed(mostMs)) + (await shop.untilWritten(1, WRITES_AGAIN_MS));
}

/** Asks for health, and for the page that people look at, while a fault lasts. */
async function askMeanwhile(shop: Shop, forMs: number, healthMs: number): Promise<string[]> {
  const wrong = new Set<string>();
  for (const end = Date.now() + forMs; Date.now() < end; await sleep(ASK_EVERY_MS)) {
    const health = await shop.ask("/api/v1/health");
    if (health.ms > healthMs) wrong.add(`health took ${health.ms} ms`);
    if (!EXPECTED.has(health.status)) wrong.add(`health said ${health.status}`);
  }
  return [...wrong];
}

/**
 * A process stands still for a while. The application does not answer meanwhile, unless it is started again; whatever else stands still, it does.
 * @param healthMs within how long it says how it is
 */
export async function frozen(shop: Shop, victim: Victim, forMs: number, healthMs = HEALTH_MS): Promise<Fault> {
  const thaw = shop.freeze(victim);
  const wrong = await askMeanwhile(shop, forMs, victim === "application" ? Infinity : healthMs);
  thaw();
  return {
    what: `${victim} stood still for ${forMs / 1000} s`,
    served: await untilServed(shop, SERVED_AGAIN_MS),
    wrong,
  };
}

/**
 * The disk is full for a while.
 * @param healthMs within how long it says how it is
 */
export async function full(shop: Shop, disk: SmallDisk, forMs: number, healthMs = HEALTH_MS): Promise<Fault> {
  disk.fill();
  const before = shop.acknowledged.length;
  const wrong = await askMeanwhile(shop, forMs, healthMs);
  const meanwhile = shop.acknowledged.length - before;
  disk.free();
  const served = await untilServed(shop, SERVED_AGAIN_MS);
  return { what: `the disk was full for ${forMs / 1000} s (${meanwhile} writes went through)`, served, wrong };
}

/** The clock is another one after a restart; it stays so. */
export async function offClock(shop: Shop, aheadMs: number): Promise<Fault> {
  await shop.restart(aheadMs);
  const served = await untilServed(shop, SERVED_AGAIN_MS * 2);
  return { what: `the clock is off by ${aheadMs / 3_600_000} h`, served, wrong: [] };
}
