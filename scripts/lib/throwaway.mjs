/** A demo that nobody works with: for pictures and measurements. */
import { spawn } from "node:child_process";
import { rmSync } from "node:fs";
import { join } from "node:path";
import { ensureBuild, nextProgram } from "./build.mjs";
import { finish } from "./child.mjs";
import { startCluster } from "./cluster.mjs";
import { ensureDebianPackages } from "./debian.mjs";
import { ensureModules } from "./modules.mjs";
import { freePort, portAnswers } from "./ports.mjs";
import { programArgs } from "./programs.mjs";
import { Stop } from "./say.mjs";
import { readSettings, requireNode, root } from "./settings.mjs";
import { startVehicleInterface } from "./stand-ins.mjs";
import { keepLongWorkUp } from "./worker.mjs";

/**
 * Serves the demo from a throwaway cluster while `work` runs.
 * @param {string[]} packages Debian's packages that the work needs beside PostgreSQL
 * @param {(demo: { origin: string, databaseUrl: string, pid: number, workerPid: number }) => Promise<number>} work its exit code; `pid` is the web server's,
 *   `workerPid` is of whoever does long work
 */
export async function withThrowawayDemo(packages, work) {
  requireNode();
  await ensureDebianPackages(["postgresql", ...packages]);
  await ensureModules();
  await ensureBuild();
  const folder = join(readSettings().dataDir, "throwaway");
  rmSync(folder, { recursive: true, force: true });
  const cluster = await startCluster(folder, { durable: false });
  // Who interrupts it leaves nothing behind; what serves ends with this process (`withApplication`).
  const stop = () => void cluster.stop().finally(() => process.exit(1));
  process.once("SIGINT", stop).once("SIGTERM", stop);
  try {
    const databaseUrl = cluster.url("demo");
    const { code } = await finish(process.execPath, [...programArgs("prepare-database"), "--demo"], {
      env: { DATABASE_URL: databaseUrl },
    });
    if (code !== 0) throw new Stop("The demo could not be loaded: see the line above.");
    process.exitCode = await withApplication(databaseUrl, (application) => work({ ...application, databaseUrl }));
  } finally {
    await cluster.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}

async function withApplication(databaseUrl, work) {
  const port = await freePort();
  const device = await startVehicleInterface();
  const env = {
    ...process.env,
    DATABASE_URL: databaseUrl,
    NODE_ENV: "production",
    NEXT_TELEMETRY_DISABLED: "1",
    VEHICLE_INTERFACE_URL: device.url,
  };
  const args = [nextProgram, "start", "-H", "127.0.0.1", "-p", String(port)];
  const child = spawn(process.execPath, args, { cwd: root, env, stdio: ["ignore", "ignore", "inherit"] });
  const worker = keepLongWorkUp({ databaseUrl });
  process.once("exit", () => {
    child.kill("SIGKILL");
    void worker.stop();
  });
  try {
    if (!(await portAnswers(port, 60_000))) throw new Stop("The application did not start.");
    return await work({ origin: `http://127.0.0.1:${port}`, pid: child.pid, workerPid: worker.pid() });
  } finally {
    child.kill("SIGKILL");
    device.stop();
    await worker.stop();
  }
}
