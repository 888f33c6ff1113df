import { existsSync, readFileSync, readdirSync } from "node:fs";
import { join } from "node:path";

/** What runs on this machine and who started it, from the kernel's own list. */

/** Processes by who started them. */
function children(): ReadonlyMap<number, readonly number[]> {
  const found = new Map<number, number[]>();
  for (const name of readdirSync("/proc").filter((each) => /^\d+$/.test(each))) {
    try {
      const parent = Number(readFileSync(`/proc/${name}/stat`, "utf8").split(") ").at(-1)?.split(" ")[1]);
      found.set(parent, [...(found.get(parent) ?? []), Number(name)]);
    } catch {
      // It ended while we looked.
    }
  }
  return found;
}

/** A process and all that it started, itself first. */
export function treeOf(pid: number): readonly number[] {
  const all = children();
  const list = [pid];
  for (const each of list) list.push(...(all.get(each) ?? []));
  return list;
}

/** kill -9, for a process and all that it started. */
export function killTree(pid: number): void {
  for (const each of treeOf(pid))
    try {
      process.kill(each, "SIGKILL");
    } catch {
      // Gone already.
    }
}

/** The database's first process in a data directory of PostgreSQL's; 0 where there is none. */
export function postmasterIn(pgData: string): number {
  const file = join(pgData, "postmaster.pid");
  return existsSync(file) ? Number(readFileSync(file, "utf8").split("\n")[0]) : 0;
}

/** The process that serves, which a start command has started; 0 where it has not yet. */
export const applicationOf = (pid: number): number => childOf(pid, "next");

/** The same of the process that does long work. */
export const workerOf = (pid: number): number => childOf(pid, "long-work");

/** Of what a process has started, the first whose command says so; 0 where there is none. */
function childOf(pid: number, says: string): number {
  const commandOf = (each: number) => {
    try {
      return readFileSync(`/proc/${each}/cmdline`, "utf8");
    } catch {
      return "";
    }
  };
  return (children().get(pid) ?? []).find((each) => commandOf(each).includes(says)) ?? 0;
}
