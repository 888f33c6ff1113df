/** The house's dependency rules; a run that read no module, or hardly any, is a failure and not a pass. */
import { cruise } from "dependency-cruiser";
import config from "../.dependency-cruiser.mjs";

const FEWEST_MODULES = 80;
const rooms = [
  "app",
  "features",
  "core",
  "server",
  "ui",
  "demo",
  "starter",
  "simulation",
  "standins",
  "scripts",
  "proxy.ts",
];
const { output } = await cruise(rooms, { ruleSet: config, validate: true, ...config.options });
const { violations, totalCruised } = output.summary;
for (const { rule, from, to } of violations) console.error(`${rule.name}: ${from} -> ${to}`);
if (totalCruised < FEWEST_MODULES)
  console.error(`only ${totalCruised} modules were read, expected at least ${FEWEST_MODULES}`);
process.exit(violations.length || totalCruised < FEWEST_MODULES ? 1 : 0);
