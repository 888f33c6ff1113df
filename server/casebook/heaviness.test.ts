import { describe, expect, test } from "vitest";
import { DEEPEST, Heaviness } from "./heaviness";

const weigh = (...pieces: readonly string[]) => {
  const heaviness = new Heaviness();
  return pieces.map((piece) => heaviness.add(piece)).find((each) => each !== null) ?? null;
};

describe("a casebook as it comes in", () => {
  test("is refused where it is nested deeper than any casebook, however it is cut into pieces", () => {
    const deep = "[".repeat(DEEPEST + 1);
    expect(weigh(deep)).toBe("too-deep");
    expect(weigh(...deep)).toBe("too-deep");
    expect(weigh("[".repeat(DEEPEST), "]".repeat(DEEPEST), "[".repeat(DEEPEST))).toBeNull();
  });

  test("is refused where it asks for more memory than its length lets expect", () => {
    expect(weigh(`[${"[],".repeat(2_100_000)}[]]`)).toBe("too-much");
    const heaviness = new Heaviness();
    expect(heaviness.add(`[${"[],".repeat(1_500_000)}`)).toBeNull();
    heaviness.release();
    expect(heaviness.add("[],".repeat(1_500_000))).toBeNull();
  });

  test("is not misled by what stands in texts", () => {
    expect(weigh(`{"complaint":"${"[".repeat(100)} \\" ${"{".repeat(100)}"}`)).toBeNull();
    expect(weigh('{"a":"x\\', `"${"[".repeat(100)}"}`)).toBeNull();
  });
});
