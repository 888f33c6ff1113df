import "server-only";
import { setImmediate as nextTurn } from "node:timers/promises";

/** Jobs are worked on so long at a stretch: the connection to the database, and everybody else's requests, get their turn. */
const STRETCH_MS = 4;

/** Pauses in long work on many jobs. */
export class Breath {
  #since = performance.now();

  /** To be called after each job. */
  async take(): Promise<void> {
    if (performance.now() - this.#since < STRETCH_MS) return;
    await nextTurn();
    this.#since = performance.now();
  }
}
