/** Runs ChromeDriver, and ends it and its browser when whoever started it ends, however that came about. */
import { spawn } from "node:child_process";
import { rmSync } from "node:fs";
import { killTree } from "@/scripts/lib/torture/process-tree";

const parent = process.ppid;
const driver = spawn("/usr/bin/chromedriver", process.argv.slice(2), { stdio: "ignore" });
const end = () => {
  killTree(driver.pid ?? 0);
  rmSync(process.env.BROWSER_PROFILE ?? "", { recursive: true, force: true, maxRetries: 5 });
  process.exit();
};
driver.once("exit", end);
process.once("SIGTERM", end).once("SIGINT", end);
setInterval(() => process.ppid !== parent && end(), 1000);
