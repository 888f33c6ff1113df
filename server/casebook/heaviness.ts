import "server-only";
import { TokenType } from "@streamparser/json";
import { DEEPEST } from "@/server/bounds";

/** So many lists, objects and values may stand in memory at once: some hundred megabytes at worst, and a book of half a million words. */
const MOST_HELD = 4_000_000;

export type TooHeavy = "too-deep" | "too-much";

/** Weighs JSON token by token as it is put together: a small file can ask for gigabytes of memory, or be nested without end. */
export class Heaviness {
  #depth = 0;
  #held = 0;
  #found: TooHeavy | null = null;

  /** What was too much, if anything was. */
  get found(): TooHeavy | null {
    return this.#found;
  }

  weigh(token: TokenType): void {
    if (token === TokenType.LEFT_BRACE || token === TokenType.LEFT_BRACKET) {
      this.#held++;
      if (++this.#depth > DEEPEST) this.#found ??= "too-deep";
    } else if (token === TokenType.RIGHT_BRACE || token === TokenType.RIGHT_BRACKET) this.#depth--;
    else if (token === TokenType.COMMA) this.#held++;
    if (this.#held > MOST_HELD) this.#found ??= "too-much";
  }

  /** What came so far stands in the file and no longer in memory. */
  release(): void {
    this.#held = 0;
  }
}
