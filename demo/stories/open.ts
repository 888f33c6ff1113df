import { addDays, format, subMinutes } from "date-fns";
import { dashLamp } from "../pictures";
import type { Stage } from "../play";
import { arrive, cleared, eur, found, part, personId, reading, scan } from "./tell";

/** Open: the long climb, half way to its cause. */
async function longClimb(stage: Stage, now: Date): Promise<void> {
  const job = await arrive(stage, "long-climb", {
    model: "packet",
    year: 2017,
    number: 307,
    odometerKm: 148_320,
    at: subMinutes(now, 118),
    complaint: "No power on the long climb, lamp comes on, fine again after a restart.",
    symptoms: [{ key: "low-power", conditions: ["uphill", "hot", "clears-with-restart"] }],
  });
  await job.record("confirm-complaint", "Tomas Orrel", 6, {
    result: "sometimes",
    times: 2,
    tries: 4,
    conditions: ["uphill", "hot"],
    note: "test hill",
  });
  await job.attach("dash-lamp.jpg", await dashLamp());
  await job.record("record-scan", "Tomas Orrel", 8, {
    ...scan(["P0299", "stored", "engine"], ["P0401", "pending", "engine"]),
    freezeFrame: {
      code: "P0299",
      values: [
        { name: "engine-load", value: 83, unit: "%" },
        { name: "coolant-temperature", value: 90, unit: "degC" },
        { name: "engine-speed", value: 2775, unit: "rpm" },
        { name: "vehicle-speed", value: 72, unit: "km/h" },
      ],
    },
  });
  await job.record("record-test", "Tomas Orrel", 18, {
    procedure: "boost-leak-test",
    outcome: "in-spec",
    ...reading(0.01, "bar", "5 min from 1.2 bar"),
  });
  await job.record("record-test", "Tomas Orrel", 15, {
    procedure: "egr-command",
    outcome: "in-spec",
    ...reading(0.1, "g/s", "commanded shut"),
  });
  await job.record("record-estimate", "Maret Sundby", 0, {
    from: "elsewhere",
    what: "New turbocharger, fitted",
    cause: { component: "turbocharger", failure: "sticking" },
    amount: eur(2350),
  });
  await job.record("hand-over", "Tomas Orrel", 1, {
    to: personId(stage, "Ilka Venn"),
    note: "vanes or actuator; turbine side is hot, 30 min",
  });
}

/** Open: repaired, waits for its road test. */
async function waitsForProof(stage: Stage, now: Date): Promise<void> {
  const job = await arrive(stage, "waits-for-proof", {
    model: "minnow",
    year: 2019,
    number: 308,
    odometerKm: 121_050,
    at: subMinutes(now, 240),
    by: "Tomas Orrel",
    complaint: "Brake pedal rattles just before it stands still.",
    symptoms: [{ key: "abs-lamp", conditions: ["low-speed", "braking"] }],
  });
  await job.record("record-scan", "Tomas Orrel", 5, scan(["C0035", "stored", "brakes"]));
  await job.record("record-clear", "Tomas Orrel", 12, cleared(["C0035", "brakes", "drive"]));
  await job.record("record-test", "Tomas Orrel", 9, {
    procedure: "wheel-speed-trace",
    outcome: "drops-out",
    note: "front left below 8 km/h",
  });
  await job.record("record-test", "Tomas Orrel", 21, { procedure: "ring-look", outcome: "cracked" });
  await job.record("record-part", "Tomas Orrel", 82, {
    ...part("sensor-ring/cracked", 36, "fixed", "SR-48-TEETH"),
    place: "front left",
    work: {
      checkOffs: [
        { kind: "renew", what: "Hub nut, once only", done: true },
        { kind: "tighten", what: "Hub nut", value: "180 N.m + 60°", source: "workshop sheet W-3", done: true },
      ],
    },
  });
  await job.record("record-finding", "Tomas Orrel", 1, { ...found("sensor-ring/cracked"), why: "rust under the ring" });
  await job.record("record-test", "Tomas Orrel", 7, {
    procedure: "wheel-speed-trace",
    outcome: "even",
    note: "all four alike down to 3 km/h",
  });
}

/** Open: not to be reproduced, so somebody watches for it. */
async function watched(stage: Stage, now: Date): Promise<void> {
  const job = await arrive(stage, "watched", {
    model: "lark",
    year: 2021,
    number: 310,
    odometerKm: 64_300,
    at: subMinutes(now, 60 * 26),
    complaint: "Steering lamp came on twice on the ferry ramp. Never anywhere else.",
    symptoms: [{ key: "steering-lamp", conditions: ["sometimes", "low-speed", "full-lock"] }],
  });
  await job.record("record-scan", "Tomas Orrel", 6, scan());
  await job.record("confirm-complaint", "Tomas Orrel", 24, {
    result: "not-reproduced",
    times: 0,
    tries: 6,
    conditions: ["full-lock", "low-speed"],
    note: "yard ramp, both ways",
  });
  await job.record("plan-watch", "Tomas Orrel", 2, {
    what: "Photograph the dash and note the lock and the slope when the lamp comes on.",
    who: "the driver",
    until: format(addDays(now, 12), "yyyy-MM-dd"),
  });
}

export const OPEN = [longClimb, waitsForProof, watched];
