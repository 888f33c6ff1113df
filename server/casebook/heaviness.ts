import "server-only";

/** A casebook is nested this deep at most: jobs, tests, readings; procedures, specs, quantities. Twice that is none. */
export const DEEPEST = 24;
/** So many lists, objects and values may stand in memory at once: some hundred megabytes at worst, and a book of half a million words. */
const MOST_HELD = 4_000_000;

const QUOTE = 0x22;
const BACKSLASH = 0x5c;
const COMMA = 0x2c;
const OPENS = new Set([0x5b, 0x7b]);
const CLOSES = new Set([0x5d, 0x7d]);

/** Weighs JSON as it comes in, before it is taken apart: a small file can ask for gigabytes of memory, or be nested without end. */
export class Heaviness {
  #depth = 0;
  #held = 0;
  #inText = false;
  #escaped = false;

  /** @returns what is too much by now */
  add(text: string): "too-deep" | "too-much" | null {
    for (let at = 0; at < text.length; at++) {
      const sign = text.charCodeAt(at);
      if (this.#escaped) this.#escaped = false;
      else if (sign === BACKSLASH) this.#escaped = this.#inText;
      else if (sign === QUOTE) this.#inText = !this.#inText;
      else if (this.#inText) continue;
      else if (OPENS.has(sign)) {
        this.#held++;
        if (++this.#depth > DEEPEST) return "too-deep";
      } else if (CLOSES.has(sign)) this.#depth--;
      else if (sign === COMMA) this.#held++;
    }
    return this.#held > MOST_HELD ? "too-much" : null;
  }

  /** What came so far stands in the file and no longer in memory. */
  release(): void {
    this.#held = 0;
  }
}
