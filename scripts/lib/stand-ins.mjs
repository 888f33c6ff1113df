import { spawn } from "node:child_process";
import { freePort, portAnswers } from "./ports.mjs";
import { asKnown } from "./process.mjs";
import { programArgs } from "./programs.mjs";
import { root } from "./settings.mjs";

const START_LIMIT_MS = 20_000;

/**
 * Starts the stand-in for the vehicle interface, which comes with the demo.
 * @returns {Promise<{ url: string, known: { pid: number, started: string | null }, stop: () => void }>}
 */
export async function startVehicleInterface() {
  const port = await freePort();
  const env = { ...process.env, VEHICLE_INTERFACE_PORT: String(port) };
  const child = spawn(process.execPath, programArgs("vehicle-interface"), {
    cwd: root,
    env,
    stdio: ["ignore", "ignore", "inherit"],
  });
  await portAnswers(port, START_LIMIT_MS);
  const known = asKnown(child.pid);
  return { url: `http://127.0.0.1:${port}`, known, stop: () => child.kill("SIGTERM") };
}
