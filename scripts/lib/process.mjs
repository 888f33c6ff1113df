import { readFileSync } from "node:fs";

/** The kernel's start time of a living process, null for a dead one or a zombie: a number that a reused pid does not share. */
export function processStart(pid) {
  try {
    const fields = readFileSync(`/proc/${pid}/stat`, "utf8").split(") ").at(-1).split(" ");
    return fields[0] === "Z" ? null : fields[19];
  } catch {
    return null;
  }
}

/** Who started a process; null where it is gone. */
export function parentOf(pid) {
  try {
    return Number(readFileSync(`/proc/${pid}/stat`, "utf8").split(") ").at(-1).split(" ")[1]);
  } catch {
    return null;
  }
}

/** @param {{ pid: number, started: string | null } | null | undefined} known as `asKnown` noted it */
export const lives = (known) => Boolean(known?.started) && processStart(known.pid) === known.started;

/** A process as it can be known again later. */
export const asKnown = (pid) => ({ pid, started: processStart(pid) });
