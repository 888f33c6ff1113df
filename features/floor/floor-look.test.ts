import { expect, test } from "vitest";
import type { JobId, PersonId } from "@/core/ids";
import type { Need } from "@/core/job";
import type { FloorJob } from "@/server/views/floor";
import { floorPage, jobsOf, type FloorLook } from "./floor-look";

const ME = "me" as PersonId;
const NEEDS: readonly Need["kind"][] = ["test", "proof", "waiting", "part-result"];

/** The nth of many open jobs, no two of which are alike. */
function jobNumber(nth: number): FloorJob {
  return {
    id: `job-${nth}` as JobId,
    number: 400 + nth,
    version: 1,
    vehicle: {
      make: "Tarrow",
      model: nth % 2 ? "Packet" : "Letter",
      year: 2010 + (nth % 10),
      engine: null,
      transmission: null,
      drive: null,
      market: null,
    },
    plate: `HF ${1000 + nth}`,
    complaint: nth === 77 ? "Smells of burnt oil." : "No power uphill.",
    heldBy: nth % 3 ? ME : null,
    heldByName: nth % 3 ? "Me" : null,
    openedAt: new Date("2026-03-02T08:00:00Z"),
    minutes: (nth * 37) % 500,
    need: NEEDS[nth % NEEDS.length] ?? "test",
    next: "Leak test, 12 min",
    leading: nth % 5 ? { name: "Charge-air hose: split", p: (nth % 97) / 100 } : null,
    parts: { amount: 0, currency: "EUR" },
  };
}

const JOBS = Array.from({ length: 130 }, (_, nth) => jobNumber(nth));
const LOOK: FloorLook = { search: "", sort: "", page: 0, whose: null };
const numbers = (jobs: readonly FloorJob[]) => jobs.map(({ number }) => number);

/** Every page, one after another. */
function pages(look: FloorLook): readonly FloorJob[] {
  const rows: FloorJob[] = [];
  for (let page = 0; ; page++) {
    const own = floorPage(JOBS, { ...look, page }, ME);
    expect(own.rows.length).toBeLessThanOrEqual(own.pageSize);
    rows.push(...own.rows);
    if (!own.hasMore) return rows;
  }
}

test("the pages of a long floor hold every job once, in the order of a short one", () => {
  expect(numbers(pages(LOOK))).toEqual(numbers(jobsOf(JOBS, "", ME)));
  expect(new Set(numbers(pages(LOOK))).size).toBe(JOBS.length);
  // What only waits to be tried and proved goes out first.
  const needs = pages(LOOK).map(({ need }) => need);
  expect([...new Set(needs)]).toEqual(["part-result", "proof", "waiting", "test"]);
  expect(floorPage(JOBS, { ...LOOK, page: 99 }, ME)).toMatchObject({ rows: [], hasMore: false, total: 130 });
});

test("are sorted and searched as a whole, and by whose they are", () => {
  const minutes = pages({ ...LOOK, sort: "-minutes" }).map((job) => job.minutes);
  expect(minutes).toEqual([...minutes].sort((a, b) => b - a));
  // What leads nowhere yet comes last, whichever way.
  for (const sort of ["leading", "-leading"]) {
    const leads = pages({ ...LOOK, sort }).map(({ leading }) => leading?.p ?? null);
    expect(leads.slice(-26)).toEqual(Array.from({ length: 26 }, () => null));
    expect(leads.slice(0, -26)).not.toContain(null);
  }
  expect(numbers(pages({ ...LOOK, search: "burnt" }))).toEqual([477]);
  expect(numbers(pages({ ...LOOK, search: "hf 1101" }))[0]).toBe(501);
  const [mine, nobodys] = ["mine", "nobodys"].map((whose) => pages({ ...LOOK, whose }));
  expect(mine?.every(({ heldBy }) => heldBy === ME)).toBe(true);
  expect(nobodys?.every(({ heldBy }) => heldBy === null)).toBe(true);
  expect((mine?.length ?? 0) + (nobodys?.length ?? 0)).toBe(JOBS.length);
});
