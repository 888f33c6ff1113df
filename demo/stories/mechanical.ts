import type { Stage } from "../play";
import { arrive, day, found, part, scan } from "./tell";

/** One time in five: driven until it would have shown itself. */
async function cleanTries(stage: Stage, now: Date): Promise<void> {
  const job = await arrive(stage, "clean-tries", {
    model: "minnow",
    year: 2017,
    number: 331,
    odometerKm: 103_900,
    at: day(now, 37, 9, 50),
    complaint: "Stumbles at the lights now and then, as if it wanted to die.",
    symptoms: [{ key: "rough-idle", conditions: ["idling", "sometimes"] }],
  });
  await job.record("record-scan", "Tomas Orrel", 6, scan(["P0302", "pending", "engine"]));
  await job.record("confirm-complaint", "Tomas Orrel", 20, {
    result: "sometimes",
    times: 2,
    tries: 8,
    conditions: ["idling"],
    note: "two of eight stops",
  });
  await job.record("record-test", "Tomas Orrel", 9, {
    procedure: "coil-swap",
    outcome: "gone",
    note: "gone once the plug was off and on again; latch of its plug broken",
  });
  await job.record("record-part", "Tomas Orrel", 10, {
    ...part("ignition-coil/not-seated", 4, "fixed"),
    source: "repaired",
    place: "cylinder 2",
    work: { how: "reseated" },
  });
  await job.record("record-finding", "Tomas Orrel", 1, {
    ...found("ignition-coil/not-seated"),
    why: "latch of the plug broken; tied, a new plug is ordered",
  });
  await job.clearAndRead("Tomas Orrel", 3, ["engine"]);
  await job.record("record-proof", "Tomas Orrel", 45, {
    step: "road-test",
    result: "held",
    conditions: ["idling"],
    cleanTries: 14,
    note: "fourteen stops round the market",
  });
  await job.finish("Tomas Orrel", { reason: "the swap itself cured it" });
}

/** A wheel that ran hot: a dry pin, and a second pair of eyes on the brake. */
async function dryPin(stage: Stage, now: Date): Promise<void> {
  const job = await arrive(stage, "dry-pin", {
    model: "hauler",
    year: 2019,
    number: 332,
    odometerKm: 97_500,
    at: day(now, 33, 8, 5),
    complaint: "One rim is too hot to touch after the pass.",
    symptoms: [{ key: "brake-hot", conditions: ["uphill"] }],
  });
  await job.record("record-test", "Ilka Venn", 14, {
    procedure: "hub-temperatures",
    outcome: "odd",
    note: "rear left 118 °C, the others 60 to 66",
  });
  await job.record("record-test", "Ilka Venn", 12, { procedure: "caliper-slide-check", outcome: "stuck" });
  await job.record("record-part", "Ilka Venn", 44, {
    ...part("caliper-slide/seized", 28, "fixed", "CS-19"),
    place: "rear left",
    work: {
      checkOffs: [
        { kind: "renew", what: "Pin boots", done: true },
        { kind: "tighten", what: "Pin bolts", value: "32 N.m", source: "workshop sheet C-2", done: true },
      ],
    },
  });
  await job.record("record-finding", "Ilka Venn", 1, {
    result: "root-cause",
    causes: [
      {
        component: "caliper-slide",
        failure: "seized",
        place: "rear left",
        reason: { state: "found", text: "boot split, salt water in the bore" },
      },
    ],
    why: "pin dry and brown",
  });
  await job.record("record-test", "Ilka Venn", 14, {
    procedure: "hub-temperatures",
    outcome: "alike",
    note: "61 to 67 °C after the same pass",
  });
  await job.drive("Ilka Venn", 5, "the pass and back");
  await job.finish("Ilka Venn", { reason: "the pins were looked at when they went in" });
}

/** The pedal: a cylinder, and the air that has to come out after it. */
async function clutchPedal(stage: Stage, now: Date): Promise<void> {
  const job = await arrive(stage, "clutch-pedal", {
    model: "ferryman",
    year: 2019,
    number: 325,
    odometerKm: 142_600,
    at: day(now, 18, 7, 30),
    complaint: "First gear grinds in the morning. Pumping helps.",
    symptoms: [{ key: "clutch-drags", conditions: ["after-overnight", "cold"] }],
  });
  await job.record("record-test", "Tomas Orrel", 20, {
    procedure: "clutch-travel",
    outcome: "low",
    note: "eleven millimetres after a night, fifteen pumped",
  });
  await job.record("record-part", "Tomas Orrel", 76, {
    ...part("clutch-slave-cylinder/leaking", 74, "fixed", "SC-22-R"),
    work: {
      oldPartKept: true,
      checkOffs: [
        { kind: "renew", what: "Seal ring of the line", done: true },
        { kind: "do", what: "Bled from below, pedal held", done: true },
      ],
    },
  });
  await job.record("record-finding", "Tomas Orrel", 1, {
    ...found("clutch-slave-cylinder/leaking"),
    why: "bellows wet, fluid dark",
  });
  await job.record("record-test", "Tomas Orrel", 9, { procedure: "clutch-travel", outcome: "in-spec" });
  job.wait(60 * 18);
  await job.drive("Tomas Orrel", 10, "first gear after a night outside");
  await job.finish("Ilka Venn");
}

/** Works as designed: a fan that runs on with the key out. */
async function runsOn(stage: Stage, now: Date): Promise<void> {
  const job = await arrive(stage, "runs-on", {
    model: "hauler",
    year: 2021,
    number: 327,
    odometerKm: 44_100,
    at: day(now, 8, 16, 0),
    complaint: "Something keeps running after he locks it, ten minutes at least.",
    symptoms: [{ key: "fan-dead", conditions: ["key-off", "hot"] }],
  });
  await job.record("confirm-complaint", "Juno Asker", 16, {
    result: "reproduced",
    times: 1,
    tries: 1,
    conditions: ["hot"],
    note: "radiator fan, nine minutes after the pass",
  });
  await job.record("record-scan", "Juno Asker", 6, scan());
  await job.record("record-finding", "Ilka Venn", 1, {
    result: "no-fault-found",
    causes: [{ component: "particulate-filter", failure: "works-as-designed" }],
    why: "the filter was cleaning itself when it was switched off; the fan cools it down",
    tellCustomer: "The exhaust filter was cleaning itself. The fan cools it for some minutes; let it run.",
  });
  await job.finish("Ilka Venn");
}

export const MECHANICAL = [cleanTries, dryPin, clutchPedal, runsOn];
