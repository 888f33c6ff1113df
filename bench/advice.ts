/** Prints what simulated shops tell of the advice: minutes to the fix by method, calibration, and what is not in the book. */
import { areaUnderCurve, calibrationError, openShop, playShop, type ShopResult } from "./shop";
import { COAST, HILLS } from "./world/rules";

const short = process.argv.includes("--short");
const given = (name: string) => process.argv.find((arg) => arg.startsWith(`--${name}=`))?.slice(`--${name}=`.length);
/** `--sizes=300,3000` plays shops with histories of these sizes only, `--world=coast` those of one world. */
const asked = given("sizes");
const WORLDS = [HILLS, COAST].filter(({ name }) => name === (given("world") ?? name));
const SIZES = asked ? asked.split(",").map(Number) : short ? [300, 3000] : [300, 3000, 20_000];
const SEEDS = short ? [1] : [1, 2, 3, 4, 5];
/** New jobs of each shop that are played by every method, and more whose first advice alone is looked at. */
const JOBS = short ? 60 : 150;
const FIRSTS = short ? 300 : 450;

const mean = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / values.length;
const percentile = (values: readonly number[], share: number) =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * share))] ?? Number.NaN;

for (const rules of WORLDS)
  for (const size of SIZES) {
    const results = SEEDS.map((seed) => playShop(openShop(rules, seed, size), seed, { jobs: JOBS, firsts: FIRSTS }));
    console.log(`\n${rules.name}, history of ${size} jobs, ${SEEDS.length} seeds, ${SEEDS.length * JOBS} jobs played:`);
    printMethods(results);
    const firsts = results.flatMap((result) => result.firsts);
    const unknowns = results.flatMap((result) => result.unknowns);
    const ms = results.flatMap((result) => result.adviceMs);
    const right = firsts.filter((each) => each.right).length / firsts.length;
    const strange = unknowns.filter((each) => each.strange).length;
    console.log(
      `  top suspect right ${(right * 100).toFixed(1)} %, calibration error ${calibrationError(firsts).toFixed(3)} over ${firsts.length} first advices; ` +
        `not in the book, after three in vain: AUC ${areaUnderCurve(unknowns).toFixed(3)} (${strange} of ${unknowns.length} jobs; ` +
        `who knows the true world: ${areaUnderCurve(results.flatMap((result) => result.unknownsByOracle)).toFixed(3)}), ` +
        `over all jobs at their last advice ${areaUnderCurve(results.flatMap((result) => result.unknownsAtLast)).toFixed(3)}; ` +
        `advice ${percentile(ms, 0.5).toFixed(1)} ms, 95 % ${percentile(ms, 0.95).toFixed(1)} ms`,
    );
  }

function printMethods(results: readonly ShopResult[]): void {
  const of = (name: string, what: "minutes" | "partsInVain" | "tests") =>
    mean(results.flatMap(({ methods }) => methods.filter((each) => each.name === name).map((each) => each[what])));
  const oracle = of("oracle", "minutes");
  for (const { name } of results[0]?.methods ?? []) {
    const minutes = of(name, "minutes");
    console.log(
      `  ${name.padEnd(12)} ${minutes.toFixed(0).padStart(5)} min  ${(minutes / oracle).toFixed(2)} x oracle  ` +
        `${of(name, "partsInVain").toFixed(2)} parts in vain  ${of(name, "tests").toFixed(1)} tests`,
    );
  }
}
