import { COAST, HILLS } from "./world/rules";
import { areaUnderCurve, calibrationError, openShop, playShop } from "./shop";

const [sizes = "300,3000", seeds = "1", jobs = "150", worlds = "hills,coast", only = ""] = process.argv.slice(2);
for (const rules of [HILLS, COAST].filter(({ name }) => worlds.includes(name)))
  for (const size of sizes.split(",").map(Number)) {
    const all = seeds
      .split(",")
      .map(Number)
      .map((seed) => playShop(openShop(rules, seed, size), seed, Number(jobs), only ? only.split(",") : undefined));
    const names = all[0]!.methods.map(({ name }) => name);
    const mean = (name: string, of: "minutes" | "partsInVain" | "tests") =>
      all.reduce((sum, { methods }) => sum + methods.find((each) => each.name === name)![of], 0) / all.length;
    const orc = names.includes("oracle") ? mean("oracle", "minutes") : NaN;
    const firsts = all.flatMap((each) => each.firsts);
    const unk = all.flatMap((each) => each.unknowns);
    const ms = all.flatMap((each) => each.adviceMs).sort((a, b) => a - b);
    console.log(
      rules.name,
      size,
      names
        .map(
          (n) =>
            `${n} ${mean(n, "minutes").toFixed(0)} (x${(mean(n, "minutes") / orc).toFixed(2)}, vain ${mean(n, "partsInVain").toFixed(2)}, tests ${mean(n, "tests").toFixed(1)})`,
        )
        .join(" | "),
      `ECE ${calibrationError(firsts).toFixed(3)} top1 ${(firsts.filter((f) => f.right).length / firsts.length).toFixed(2)} avgp ${(firsts.reduce((s, f) => s + f.p, 0) / firsts.length).toFixed(2)} AUC ${areaUnderCurve(unk).toFixed(3)} (${unk.filter((u) => u.strange).length}/${unk.length}) ms ${ms[ms.length >> 1]!.toFixed(1)}`,
    );
  }
