import "server-only";
import { createHash } from "node:crypto";
import { RateLimiterPostgres, RateLimiterRes } from "rate-limiter-flexible";
import { liftLimits } from "@/server/db/attempt-limits";
import { pool, type Db } from "@/server/db/pool";

/** So many failures are free: a glove, the wrong layout, last month's passphrase. */
const FREE = 5;
/** From all addresses together a name may fail so often before it waits, and from one address all names together. */
const FREE_OF_NAME = 60;
const FREE_OF_ADDRESS = 60;
/** The first wait; each failure after it doubles the next, up to a quarter of an hour. */
const FIRST_WAIT_S = 15;
const LONGEST_WAIT_S = 15 * 60;
/** Failures are forgotten after a day. */
const REMEMBERED_S = 24 * 60 * 60;

interface Kept {
  /** Counts failures, and refuses none. */
  readonly failures: RateLimiterPostgres;
  /** Holds one point while a key has to wait. */
  readonly waits: RateLimiterPostgres;
}

const kept: typeof globalThis & { deadEndsLimits?: Kept } = globalThis;

function limits(): Kept {
  kept.deadEndsLimits ??= {
    failures: limiter("failures", 1e6, REMEMBERED_S),
    waits: limiter("waits", 1, FIRST_WAIT_S),
  };
  return kept.deadEndsLimits;
}

const limiter = (keyPrefix: string, points: number, duration: number) =>
  new RateLimiterPostgres({
    storeClient: pool(),
    tableName: "attempt_limit",
    tableCreated: true,
    keyPrefix,
    points,
    duration,
  });

/** Whose attempts are counted together, and how many failures are free. */
export interface Counted {
  readonly key: string;
  readonly free: number;
}

/** What stands in a key for a name or an address, whatever letters it has. */
export const keyPart = (text: string): string =>
  createHash("sha256").update(text.toLowerCase()).digest("hex").slice(0, 32);

/**
 * Who signs in from a device that is known as theirs is counted alone: nobody else's guesses make them wait. Everybody else by name and
 * address together, by name over all addresses, and by address over all names.
 */
export function countedSignIn(name: string, address: string, device: string | null): readonly Counted[] {
  if (device) return [{ key: `device ${device} ${keyPart(name)}`, free: FREE }];
  return [
    { key: `both ${keyPart(name)} ${keyPart(address)}`, free: FREE },
    { key: `name ${keyPart(name)}`, free: FREE_OF_NAME },
    { key: `address ${keyPart(address)}`, free: FREE_OF_ADDRESS },
  ];
}

export const countedGuess = (personId: string): readonly Counted[] => [{ key: `own ${personId}`, free: FREE }];

/**
 * Counts an attempt as a failure before it is looked at, so that many at once cannot slip past. An attempt during a wait is not looked at,
 * not counted, and does not make the wait longer.
 * @returns the seconds still to wait; 0 where the attempt may be looked at
 */
export async function countAttempt(counted: readonly Counted[]): Promise<number> {
  const { failures, waits } = limits();
  for (const { key } of counted) {
    const waiting = await waits.get(key);
    if (waiting && waiting.consumedPoints > 0) return seconds(waiting.msBeforeNext);
  }
  let longest = 0;
  for (const { key, free } of counted) {
    const { consumedPoints } = await failures.consume(key);
    if (consumedPoints <= free) continue;
    const wait = Math.min(LONGEST_WAIT_S, FIRST_WAIT_S * 2 ** Math.min(30, consumedPoints - free - 1));
    try {
      // One of all that come at once takes the place; the others wait.
      await waits.consume(key, 1, { customDuration: wait });
    } catch (refused) {
      if (!(refused instanceof RateLimiterRes)) throw refused;
      longest = Math.max(longest, seconds(refused.msBeforeNext));
    }
  }
  return longest;
}

/** It was right: nothing is held against these any more. */
export async function forgetAttempts(counted: readonly Counted[]): Promise<void> {
  const { failures, waits } = limits();
  for (const { key, free } of counted) {
    // What others tried under the same name or address goes on counting, this attempt does not.
    if (free === FREE) await Promise.all([failures.delete(key), waits.delete(key)]);
    else await failures.reward(key);
  }
}

/** Ends the waits of a person: a lead gave them a new passphrase. */
export async function liftWaits(db: Db, { id, name }: { readonly id: string; readonly name: string }): Promise<void> {
  await liftLimits(db, keyPart(name));
  await liftLimits(db, `own ${id}`);
}

/** "40 seconds", "4 minutes" */
export function waitText(waitSeconds: number): string {
  if (waitSeconds < 90) return waitSeconds === 1 ? "a second" : `${waitSeconds} seconds`;
  return `${Math.ceil(waitSeconds / 60)} minutes`;
}

const seconds = (ms: number) => Math.max(1, Math.ceil(ms / 1000));
