/**
 * Serves a shop of its own by the start command, lets several hands write, and kills one process after another: application, database, one of the
 * database's own, and the start command itself. Counts what was acknowledged and is lost, what is there twice, and how long it took to serve again.
 */
import { setTimeout as sleep } from "node:timers/promises";
import { item } from "@/core/place";
import { Dice } from "@/simulation/random";
import { program } from "./lib/program";
import { Shop, VICTIMS } from "./lib/torture/shop";

const HANDS = 4;
const SERVED_AGAIN_MS = 30_000;
/** One that serves again only after this is held to be down for good. */
const DOWN_MS = 240_000;

await program(async () => {
  const times = Number(process.argv[2] ?? "30");
  const dice = new Dice(9);
  const shop = await Shop.open();
  const taken: number[] = [];
  let [kills, late] = [0, 0];
  try {
    const hands = Array.from({ length: HANDS }, () => shop.write());
    for (let nth = 0; nth < times; nth++) {
      await sleep(dice.between(300, 2500));
      const victim = item(VICTIMS, nth % VICTIMS.length);
      if (shop.kill(victim)) kills++;
      // Until it notices: a process that was killed a moment ago may still be answered for.
      await sleep(300);
      const ms = await shop.untilServed(DOWN_MS).catch((problem: unknown) => {
        throw new Error(`Kill ${nth + 1}, ${victim}: ${String(problem)}\n${shop.lastSaid()}`);
      });
      taken.push(ms);
      if (ms > SERVED_AGAIN_MS) {
        late++;
        console.log(`  kill ${nth + 1}, ${victim}: served again after ${Math.round(ms / 1000)} s\n${shop.lastSaid()}`);
      }
      if ((nth + 1) % 10 === 0)
        process.stdout.write(`  ${nth + 1} times killed, ${shop.acknowledged.length} writes acknowledged\n`);
    }
    await sleep(2000);
    shop.rest();
    await Promise.all(hands);
    const { lost, doubled } = await shop.missing();
    const worst = Math.round(Math.max(...taken) / 100) / 10;
    console.log(
      `Killed with kill -9: ${kills} times, under ${HANDS} hands that write; serving again after ${worst} s at the most (30 wanted), ${late} times later than that.`,
    );
    console.log(`Writes acknowledged: ${shop.acknowledged.length}; of these lost: ${lost}; there twice: ${doubled}.`);
    if (late || lost || doubled || !shop.acknowledged.length) process.exitCode = 1;
  } finally {
    await shop.close();
  }
});
