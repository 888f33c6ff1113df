import { beforeAll, expect, test } from "vitest";
import { pool } from "@/server/db/pool";
import { execute } from "@/server/db/rows";
import type { Site } from "@/server/db/sites";
import { givenDatabase } from "@/tests/support/database";
import { emptyCase } from "@/tests/support/shop";
import { openWorkshop } from "@/tests/support/workshop";
import { adviceAnswer } from "./advice-answer";

givenDatabase();
let site: Site;

beforeAll(async () => {
  ({ site } = await openWorkshop());
  await execute(
    pool(),
    `insert into component (key, label, system)
     select 'spare-' || nth, 'Spare part ' || nth, 'engine' from generate_series(1, 700) as nth`,
  );
});

interface Odds {
  readonly suspects: readonly { readonly probability: number }[];
  readonly unknown: number;
  readonly unknownIn: readonly { readonly probability: number }[];
}

const sumOf = (each: readonly { readonly probability: number }[]) =>
  each.reduce((sum, { probability: p }) => sum + p, 0);

test("beside a long vocabulary all odds sum to 1, and the likeliest places of an unknown cause are named", async () => {
  const told = (await adviceAnswer(pool(), site, emptyCase)) as Odds;
  expect(sumOf(told.suspects) + told.unknown).toBeCloseTo(1, 9);
  const parts = told.unknownIn.map(({ probability }) => probability);
  expect(parts).toHaveLength(500);
  expect(parts).toEqual([...parts].sort((a, b) => b - a));
  expect(sumOf(told.unknownIn)).toBeLessThanOrEqual(told.unknown);
});
