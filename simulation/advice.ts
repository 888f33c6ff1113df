/** Prints what simulated shops tell of the advice: cost to the repair by method, minutes, tests, what was never solved, and calibration. */
import { calibrationError, openShop, playShop, type ShopResult } from "./shop";
import { WORLDS } from "./world/rules";
import type { Played } from "./play";

const flag = (name: string) => process.argv.includes(`--${name}`);
const given = (name: string) => process.argv.find((arg) => arg.startsWith(`--${name}=`))?.slice(`--${name}=`.length);
const short = flag("short");
/** `--sizes=300,3000`, `--world=coast`, `--seeds=2`, `--jobs=60` play less of it; `--plain` a book that does not say of which system a symptom is. */
const worlds = WORLDS.filter(({ name }) => name === (given("world") ?? name));
const sizes = given("sizes")?.split(",").map(Number) ?? (short ? [30, 3000] : [5, 30, 300, 3000, 20_000]);
const seeds = Array.from({ length: Number(given("seeds") ?? (short ? 1 : 3)) }, (_, at) => at + 1);
/** New jobs of each shop that are played by every method, and more whose first advice alone is looked at. */
const jobs = Number(given("jobs") ?? (short ? 60 : 150));
const firsts = short ? 300 : 450;
const leaveOut = given("without")?.split(",") ?? [];

const mean = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / values.length;
const percentile = (values: readonly number[], share: number) =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * share))] ?? Number.NaN;

for (const rules of worlds)
  for (const size of sizes) {
    const results = seeds.map((seed) =>
      playShop(openShop(rules, seed, size, !flag("plain")), seed, { jobs, firsts, leaveOut }),
    );
    console.log(`\n${rules.name}, history of ${size} jobs, ${seeds.length} seeds, ${seeds.length * jobs} jobs played:`);
    printMethods(results);
    const told = results.flatMap((result) => result.firsts);
    const ms = results.flatMap((result) => result.adviceMs);
    const right = told.filter((each) => each.right).length / told.length;
    console.log(
      `  top suspect right ${(right * 100).toFixed(1)} %, calibration error ${calibrationError(told).toFixed(3)}, ` +
        `log loss ${(-mean(told.map(({ log }) => log))).toFixed(2)} over ${told.length} first advices; ` +
        `advice ${percentile(ms, 0.5).toFixed(1)} ms, 95 % ${percentile(ms, 0.95).toFixed(1)} ms`,
    );
  }

function printMethods(results: readonly ShopResult[]): void {
  const playedBy = (name: string) =>
    results.flatMap(({ methods }) => methods.find((each) => each.name === name)?.played ?? []);
  const of = (name: string, value: (played: Played) => number) => mean(playedBy(name).map(value));
  const oracle = of("oracle", ({ cost }) => cost);
  for (const { name } of results[0]?.methods ?? []) {
    const cost = of(name, (played) => played.cost);
    console.log(
      `  ${name.padEnd(18)} cost ${cost.toFixed(0).padStart(5)}  ${(cost / oracle).toFixed(2)} x oracle  ` +
        `${of(name, ({ minutes }) => minutes)
          .toFixed(0)
          .padStart(5)} min  ${of(name, ({ tests }) => tests).toFixed(1)} tests  ` +
        `${of(name, ({ partsInVain }) => partsInVain).toFixed(2)} parts in vain  ` +
        `${(100 * of(name, ({ solved }) => (solved ? 0 : 1))).toFixed(1)} % never solved`,
    );
  }
}
