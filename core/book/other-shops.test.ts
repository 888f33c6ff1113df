import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { ALL_VEHICLES, modelGroup } from "@/core/vehicle";
import { cause, LARK, PACKET } from "@/tests/support/shop";
import { causeKey, type CauseKey, type Count } from ".";
import { addCounts, bookBesideOthers, groupsBesideOthers, heard, shareOfOthers, totalOf } from ".";

const WORN = causeKey(cause("pump/worn"));
const SPLIT = causeKey(cause("hose/split"));
const jobs = fc.integer({ min: 0, max: 5000 });
const room = fc.constantFrom({ jobs: 300, halvedAt: 100 }, { jobs: 10, halvedAt: 1 });
const theirs = (count: number): Count => ({
  jobs: count,
  weight: count / 3,
  elsewhere: { jobs: count, counted: count / 3 },
});
const ours = (count: number): Count => ({ jobs: count, weight: count });
const counted = (group: ReadonlyMap<CauseKey, Count>) => ({
  groups: new Map([[ALL_VEHICLES, group]]),
  features: new Map([["symptom|smoke", group]]),
  codesByModule: new Map(),
  outcomes: new Map([["leak-test", new Map([["dry", group]])]]),
});

describe("other shops’ jobs", () => {
  test("speak in full where this shop has none and the ground has room, and less the more it has itself", () => {
    fc.assert(
      fc.property(jobs, jobs, fc.integer({ min: 0, max: 500 }), room, (own, others, more, ground) => {
        const share = shareOfOthers(own, others, ground);
        expect(share).toBeGreaterThan(0);
        expect(share).toBeLessThanOrEqual(1);
        if (others <= ground.jobs) expect(shareOfOthers(0, others, ground)).toBe(1);
        expect(share * others).toBeLessThanOrEqual(Math.max(own / 2, ground.jobs) + 1e-9);
        // On ground that this shop knows they are never louder than half of its own jobs.
        if (own >= ground.jobs) expect(share * others).toBeLessThanOrEqual(own / 2 + 1e-9);
        // Nothing that they say more of can push them past what they may weigh.
        expect(shareOfOthers(own, others + more, ground) * (others + more)).toBeGreaterThanOrEqual(
          share * others - 1e-9,
        );
      }),
    );
  });

  test("stand beside ours in every counter by the same share, whole in the sentence", () => {
    const own = new Map<CauseKey, Count>([[WORN, ours(40)]]);
    const others = new Map<CauseKey, Count>([
      [WORN, theirs(30)],
      [SPLIT, theirs(3000)],
    ]);
    const { counted: both, share } = bookBesideOthers(counted(own), counted(others));
    expect(share).toBeLessThan(1);
    const group = both.groups.get(ALL_VEHICLES) ?? new Map<CauseKey, Count>();
    expect(group.get(WORN)).toEqual({
      jobs: 70,
      weight: 40 + 10 * share,
      elsewhere: { jobs: 30, counted: 10 * share },
    });
    expect(heard(totalOf(group))).toBeCloseTo(40 + 1010 * share, 9);
    expect([both.features.get("symptom|smoke"), both.outcomes.get("leak-test")?.get("dry")]).toEqual([group, group]);
    // Ours are not touched.
    expect(own.get(WORN)).toEqual(ours(40));
  });

  test("say no more in a group of vehicles than in the whole book, and little where we have jobs", () => {
    const [packet, lark] = [modelGroup(PACKET), modelGroup(LARK)];
    const groups = groupsBesideOthers(
      new Map([[packet, new Map<CauseKey, Count>([[WORN, ours(10)]])]]),
      new Map([
        [packet, new Map<CauseKey, Count>([[SPLIT, theirs(900)]])],
        [lark, new Map<CauseKey, Count>([[SPLIT, theirs(6)]])],
      ]),
      0.5,
    );
    expect(groups.get(packet)?.get(SPLIT)?.weight).toBeCloseTo(5, 9);
    expect(groups.get(lark)?.get(SPLIT)?.weight).toBeCloseTo(1, 9);
  });

  test("add up with ours", () => {
    expect(addCounts(ours(2), theirs(3))).toEqual({ jobs: 5, weight: 3, elsewhere: { jobs: 3, counted: 1 } });
    expect(addCounts(ours(2), ours(3))).toEqual({ jobs: 5, weight: 5 });
    expect(heard(ours(4))).toBe(4);
  });
});
