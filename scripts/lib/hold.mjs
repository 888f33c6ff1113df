import { linkSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from "node:fs";
import { dirname } from "node:path";
import { asKnown, lives } from "./process.mjs";

/**
 * A file that one living process holds at a time; what a dead one left is taken over.
 * @param {string} file
 * @param {object} note what others may read of the holder
 * @returns {{ held: true, left: object | null, note: (more: object) => void, release: () => void } | { held: false, by: object }}
 *   `left`: what a holder noted that died without letting go
 */
export function hold(file, note = {}) {
  mkdirSync(dirname(file), { recursive: true });
  const own = { ...asKnown(process.pid), ...note };
  for (let left = null; ;) {
    if (place(file, own)) return holding(file, own, left);
    const there = read(file);
    if (lives(there)) return { held: false, by: there };
    left = takeAway(file) ?? left;
  }
}

/** Holds a file as soon as whoever holds it lets go. */
export async function holdInTurn(file, onWait = () => {}) {
  for (let waited = false; ; waited = true) {
    const mine = hold(file);
    if (mine.held) return mine;
    if (!waited) onWait();
    await new Promise((done) => setTimeout(done, 500));
  }
}

function holding(file, own, left) {
  let noted = own;
  const note = (more) => {
    noted = { ...noted, ...more };
    const half = halfOf(file);
    writeFileSync(half, JSON.stringify(noted), { mode: 0o600 });
    renameSync(half, file);
  };
  return { held: true, left, note, release: () => rmSync(file, { force: true }) };
}

const halfOf = (file) => `${file}.${process.pid}`;

/** Whether the file was not there and now is, whole from the first moment. */
function place(file, content) {
  const half = halfOf(file);
  writeFileSync(half, JSON.stringify(content), { mode: 0o600 });
  try {
    linkSync(half, file);
    return true;
  } catch (error) {
    if (error.code === "EEXIST") return false;
    throw error;
  } finally {
    rmSync(half, { force: true });
  }
}

/** Takes a dead holder's file away, and puts it back where it turned out to be a living one's. */
function takeAway(file) {
  const aside = `${halfOf(file)}.left`;
  try {
    renameSync(file, aside);
  } catch {
    // Somebody else took it.
    return null;
  }
  const left = read(aside);
  if (lives(left)) place(file, left);
  rmSync(aside, { force: true });
  return lives(left) ? null : left;
}

/** What stands in a file; nothing where it is gone, or was never written to the end. */
function read(file) {
  try {
    return JSON.parse(readFileSync(file, "utf8"));
  } catch {
    return null;
  }
}
