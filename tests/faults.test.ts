import { afterAll, beforeAll, expect, test } from "vitest";
import { frozen, full, offClock } from "@/scripts/lib/torture/faults";
import { Shop } from "@/scripts/lib/torture/shop";
import { mountSmallDisk, type SmallDisk } from "@/scripts/lib/torture/small-disk";

/** A short run of what `npm run torture` does at length: a shop served by the start command, in which hands write while things go wrong. */
const DISK_MIB = 400;
/** Two seconds are promised, and measured by `npm run torture`; here another test keeps the machine busy. */
const BUSY_MS = 10_000;
const HOUR_MS = 3600 * 1000;
let disk: SmallDisk | null;
let shop: Shop;
let hands: Promise<void>[];

beforeAll(async () => {
  disk = mountSmallDisk(DISK_MIB);
  shop = await Shop.open(disk?.folder);
  hands = [shop.write(), shop.write()];
});
afterAll(async () => {
  await shop.close();
  disk?.unmount();
});

const WELL = { wrong: [] };

test("where the database stands still, health says so, and it goes on as before", async () => {
  expect(await frozen(shop, "database", 6000, BUSY_MS)).toMatchObject(WELL);
});

test("where who does long work stands still, nobody else does", async () => {
  expect(await frozen(shop, "long work", 3000, BUSY_MS)).toMatchObject(WELL);
});

test("where the disk is full, what cannot be kept is told as that, and once there is room it goes on by itself", async () => {
  // Where a disk of that size cannot be had, there is nothing to fill.
  if (disk) expect(await full(shop, disk, 5000, BUSY_MS)).toMatchObject(WELL);
});

test("where the clock is set back, what was written after it is gone on with", async () => {
  expect(await offClock(shop, -HOUR_MS)).toMatchObject(WELL);
});

test("nothing that was acknowledged through all of it is lost, or there twice", async () => {
  await shop.untilWritten(100, 120_000);
  shop.rest();
  await Promise.all(hands);
  expect(shop.acknowledged.length).toBeGreaterThan(100);
  expect(await shop.missing()).toEqual({ lost: 0, doubled: 0 });
});
