import { spawn } from "node:child_process";
import { root } from "./settings.mjs";

/** Node's flags for running this project's TypeScript outside the web server. */
export const typescriptFlags = ["--conditions=react-server", "--import", "tsx"];

/**
 * Starts a program and waits for its end.
 * @param {string} program
 * @param {string[]} args
 * @param {{ env?: object, cwd?: string, quiet?: boolean, input?: string }} [options] quiet keeps the output for the result
 * @returns {Promise<{ code: number, output: string }>} code is 1 where a signal ended it
 */
export function finish(program, args, options = {}) {
  const { env, cwd = root, quiet = false } = options;
  const child = spawn(program, args, {
    cwd,
    env: { ...process.env, ...env },
    stdio: quiet ? ["ignore", "pipe", "pipe"] : ["ignore", "inherit", "inherit"],
  });
  return new Promise((done, fail) => {
    let output = "";
    child.stdout?.on("data", (piece) => (output += piece));
    child.stderr?.on("data", (piece) => (output += piece));
    child.on("error", fail);
    child.on("close", (code) => done({ code: code ?? 1, output }));
  });
}

/** Runs one of the project's TypeScript programs with Node and tsx. */
export function finishTypescript(file, args, env) {
  return finish(process.execPath, [...typescriptFlags, file, ...args], { env });
}
