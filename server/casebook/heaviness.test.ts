import { describe, expect, test } from "vitest";
import { DEEPEST } from "@/server/bounds";
import { spoolCasebook } from "./spool";

const LIMIT = 1 << 28;

/** What is said of a casebook that comes in these pieces; null where it is taken apart. */
async function refusalOf(...pieces: readonly string[]): Promise<string | null> {
  async function* sent() {
    for (const piece of pieces) yield new TextEncoder().encode(piece);
  }
  const read = await spoolCasebook(sent(), LIMIT);
  if (read.ok) await read.casebook.dispose();
  return read.ok ? null : read.why;
}

const lists = (times: number) => "[],".repeat(times);
const ALMOST = 1_500_000;

describe("a casebook as it comes in", () => {
  test("is refused where it is nested deeper than any casebook, however it is cut into pieces", async () => {
    const nested = (levels: number) => `{"links":${"[".repeat(levels)}${"]".repeat(levels)}}`;
    expect(await refusalOf(nested(DEEPEST - 1))).toBeNull();
    expect(await refusalOf(nested(DEEPEST))).toBe("too-deep");
    expect(await refusalOf(...nested(8000))).toBe("too-deep");
    expect(await refusalOf(`{"complaint":"${"[{".repeat(100)} \\" ${"{".repeat(100)}"}`)).toBeNull();
  });

  test(
    "is refused where it asks for more memory than its length lets expect, but not for many jobs",
    { timeout: 60_000 },
    async () => {
      expect(await refusalOf(`{"links":[${lists(ALMOST)}`, `${lists(ALMOST)}[]]}`)).toBe("too-much");
      const job = `[${lists(ALMOST)}[]]`;
      expect(await refusalOf(`{"jobs":[${job},`, `${job}]}`)).toBeNull();
    },
  );
});
