/**
 * Serves a shop of its own by the start command, lets several hands write, and lets processes stand still, fills the disk and sets the clock off. Counts
 * what was acknowledged and is lost, and how long it took to serve again.
 */
import { setTimeout as sleep } from "node:timers/promises";
import { program } from "./lib/program";
import { frozen, full, offClock, type Fault } from "./lib/torture/faults";
import { Shop, VICTIMS } from "./lib/torture/shop";
import { mountSmallDisk } from "./lib/torture/small-disk";

const HANDS = 4;
const DISK_MIB = 400;
const HOUR_MS = 3600 * 1000;
/** Ahead by less than what ends a sign-in. */
const CLOCKS = [6 * HOUR_MS, 0, -24 * HOUR_MS];

await program(async () => {
  const disk = mountSmallDisk(DISK_MIB);
  if (!disk) console.log("The disk is not filled: mounting a small one is not allowed here.");
  const shop = await Shop.open(disk?.folder);
  try {
    const hands = Array.from({ length: HANDS }, () => shop.write());
    const faults: Fault[] = [];
    for (const victim of VICTIMS) {
      if (victim === "start command") continue;
      faults.push(await frozen(shop, victim, 40_000));
    }
    if (disk) faults.push(await full(shop, disk, 15_000));
    for (const ahead of CLOCKS) faults.push(await offClock(shop, ahead));
    for (const { what, served, wrong } of faults) {
      console.log(
        `${what}: serving again after ${(served / 1000).toFixed(1)} s${wrong.length ? `; ${wrong.join("; ")}` : ""}`,
      );
      if (wrong.length) process.exitCode = 1;
    }
    await sleep(2000);
    shop.rest();
    await Promise.all(hands);
    const { lost, doubled } = await shop.missing();
    console.log(`Writes acknowledged: ${shop.acknowledged.length}; of these lost: ${lost}; there twice: ${doubled}.`);
    if (lost || doubled || !shop.acknowledged.length) process.exitCode = 1;
  } finally {
    await shop.close();
    disk?.unmount();
  }
});
