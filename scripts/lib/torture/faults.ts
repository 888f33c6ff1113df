import { setTimeout as sleep } from "node:timers/promises";
import type { Shop, Victim } from "./shop";
import type { SmallDisk } from "./small-disk";

/** What came of a fault. */
export interface Fault {
  readonly what: string;
  /** Milliseconds from its end until the shop was served again. */
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
    served: await shop.untilServed(SERVED_AGAIN_MS),
    wrong,
  };
}

/** The disk is full for a while. */
export async function full(shop: Shop, disk: SmallDisk, forMs: number): Promise<Fault> {
  disk.fill();
  const before = shop.acknowledged.length;
  const wrong = await askMeanwhile(shop, forMs, Infinity);
  disk.free();
  const served = await shop.untilServed(SERVED_AGAIN_MS);
  const meanwhile = shop.acknowledged.length - before;
  return { what: `the disk was full for ${forMs / 1000} s (${meanwhile} writes went through)`, served, wrong };
}

/** The clock is another one after a restart; it stays so. */
export async function offClock(shop: Shop, aheadMs: number): Promise<Fault> {
  const before = shop.acknowledged.length;
  await shop.restart(aheadMs);
  const served = await shop.untilServed(SERVED_AGAIN_MS * 2);
  await sleep(3000);
  const wrong = shop.acknowledged.length > before ? [] : ["nothing could be written"];
  return { what: `the clock is off by ${aheadMs / 3_600_000} h`, served, wrong };
}
