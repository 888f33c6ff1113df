import { expect, test } from "vitest";
import { spentOn, type PartFitted } from ".";
import { cause, jobWith } from "@/tests/support/shop";

const part = (seq: number, name: string, result: PartFitted["result"], amount: number): PartFitted => ({
  seq,
  ...cause(name),
  partNumber: null,
  source: "new-maker",
  minutes: 30,
  cost: { amount, currency: "EUR" },
  result,
  resultSeq: seq,
});
const entry = (seq: number, kind: string, minutes: number) => ({ seq, kind, minutes });

test("every minute is counted once: to the cause, in vain, on the repair, on its proof", () => {
  const job = jobWith("pump/worn", {
    parts: [part(3, "relay/no-signal", "no-change", 40), part(5, "pump/worn", "fixed", 90)],
    proof: [],
  });
  const entries = [
    entry(1, "opened", 0),
    entry(2, "test", 12),
    entry(3, "part", 30),
    entry(4, "scan", 5),
    entry(5, "part", 45),
    entry(6, "finding", 1),
    entry(7, "test", 8),
    entry(8, "proof", 20),
  ];
  const spent = spentOn(job, entries);
  expect(spent).toEqual({
    toCauseMinutes: 17,
    deadEndMinutes: 30,
    repairMinutes: 45,
    proofMinutes: 29,
    parts: 90,
    partsInVain: 40,
  });
  const { toCauseMinutes, deadEndMinutes, repairMinutes, proofMinutes } = spent;
  expect(toCauseMinutes + deadEndMinutes + repairMinutes + proofMinutes).toBe(
    entries.reduce((sum, { minutes }) => sum + minutes, 0),
  );
});

test("a comeback turns what was the repair into minutes in vain", () => {
  const job = jobWith("pump/worn", {
    parts: [part(2, "pump/worn", "fixed", 90)],
    proof: [{ seq: 4, step: "follow-up", result: "came-back" }],
  });
  expect(spentOn(job, [entry(1, "test", 6), entry(2, "part", 30), entry(5, "test", 9)])).toMatchObject({
    toCauseMinutes: 15,
    deadEndMinutes: 30,
    repairMinutes: 0,
    parts: 0,
    partsInVain: 90,
  });
});
