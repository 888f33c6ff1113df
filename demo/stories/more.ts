import { addDays, format, subMinutes } from "date-fns";
import type { Stage } from "../play";
import { arrive, cleared, day, eur, found, held, part, personId, reading, scan } from "./tell";

/** Two complaints: one cured, the other put off by the owner. */
async function twoComplaints(stage: Stage, now: Date): Promise<void> {
  const job = await arrive(stage, "two-complaints", {
    model: "lark",
    year: 2018,
    number: 330,
    odometerKm: 121_700,
    at: day(now, 52, 11, 5),
    complaint: "Fan only on full, and the screen mists when it rains. The fan first, please.",
    symptoms: [
      { key: "fan-one-speed", conditions: ["every-time"] },
      { key: "windscreen-mists", conditions: ["wet"] },
    ],
  });
  await job.record("record-test", "Tomas Orrel", 17, { procedure: "blower-resistor-feed", outcome: "last-step-only" });
  await job.record("record-part", "Tomas Orrel", 26, {
    ...part("blower-resistor/open-circuit", 38, "fixed", "BR-1104"),
    work: { cures: ["fan-one-speed"] },
  });
  await job.record("record-finding", "Tomas Orrel", 1, {
    result: "root-cause",
    causes: [
      {
        component: "blower-resistor",
        failure: "open-circuit",
        reason: { state: "not-found", text: "draw of the blower measured, as stated" },
      },
    ],
    left: [{ kind: "symptom", key: "windscreen-mists", state: "deferred" }],
    why: "the owner wants the mist looked at with the next service",
  });
  await job.record("record-test", "Tomas Orrel", 8, { procedure: "blower-resistor-feed", outcome: "runs-on-all" });
  await job.drive("Tomas Orrel", 8, "all steps, ten minutes each");
  await job.finish("Ilka Venn");
}

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

/** Quoted a control unit elsewhere; a wire under the battery tray did it. */
async function quotedUnit(stage: Stage, now: Date): Promise<void> {
  const job = await arrive(stage, "quoted-unit", {
    model: "letter",
    year: 2016,
    number: 323,
    odometerKm: 159_200,
    at: day(now, 28, 10, 30),
    complaint: "Cranks long, lamp on. The valley workshop wants to fit an engine control unit.",
    symptoms: [
      { key: "hard-start", conditions: ["wet"] },
      { key: "engine-lamp", conditions: [] },
    ],
  });
  await job.record("record-scan", "Ilka Venn", 6, scan(["P0340", "stored", "engine"]));
  await job.record("record-estimate", "Maret Sundby", 0, {
    from: "elsewhere",
    what: "Engine control unit, coded",
    cause: { component: "engine-control-unit", failure: "internal-fault" },
    amount: eur(1640),
  });
  await job.record("record-clear", "Ilka Venn", 8, cleared(["P0340", "engine", "at-once"]));
  await job.record("record-test", "Ilka Venn", 16, {
    procedure: "camshaft-sensor-supply",
    outcome: "low",
    note: "supply drops when the loom is pressed under the battery tray",
  });
  await job.record("record-part", "Ilka Venn", 52, {
    ...part("engine-loom/broken-wire", 9, "fixed"),
    source: "repaired",
    work: {
      how: "fitted",
      values: [{ place: null, name: "joint", value: "crimped, sleeved, tied away from the tray" }],
    },
  });
  await job.record("record-finding", "Ilka Venn", 1, {
    ...found("engine-loom/broken-wire"),
    why: "tray rubbed through the sleeve; the control unit was never at fault",
  });
  await job.record("record-test", "Ilka Venn", 7, { procedure: "camshaft-sensor-supply", outcome: "in-spec" });
  await job.clearAndRead("Ilka Venn", 3, ["engine"]);
  await job.drive("Ilka Venn", 15, "hose on the tray, started ten times");
  await job.finish("Tomas Orrel");
  job.wait(60 * 24 * 14);
  await job.record("record-proof", "Ilka Venn", 2, held("follow-up", "starts at once, also in the rain"));
}

/** A corroded earth: cleaned, no part. */
async function tailEarth(stage: Stage, now: Date): Promise<void> {
  const job = await arrive(stage, "tail-earth", {
    model: "packet",
    year: 2015,
    number: 324,
    odometerKm: 187_300,
    at: day(now, 24, 15, 10),
    complaint: "Brake lamps glow when he indicates.",
    symptoms: [{ key: "lamps-wrong", conditions: ["lights-on", "brake-pedal"] }],
  });
  await job.record("record-test", "Juno Asker", 11, {
    procedure: "tail-earth-drop",
    outcome: "high",
    ...reading(1.9, "V", "left, all lamps on"),
  });
  await job.record("record-part", "Juno Asker", 19, {
    ...part("tail-lamp-earth/corroded", 0, "fixed"),
    source: "repaired",
    place: "left",
    work: { how: "cleaned" },
  });
  await job.record("record-finding", "Tomas Orrel", 1, {
    ...found("tail-lamp-earth/corroded"),
    why: "green under the eyelet",
  });
  await job.record("record-test", "Juno Asker", 5, {
    procedure: "tail-earth-drop",
    outcome: "in-spec",
    ...reading(0.05, "V", "left, all lamps on"),
  });
  await job.drive("Tomas Orrel", 6, "in the yard, every lamp with every other");
  await job.finish("Tomas Orrel");
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

/** Handed on unsolved; a colleague with the right meter finished it. */
async function handedOn(stage: Stage, now: Date): Promise<void> {
  const job = await arrive(stage, "handed-on", {
    model: "minnow",
    year: 2020,
    number: 326,
    odometerKm: 58_400,
    at: day(now, 13, 9, 20),
    complaint: "Flat after the week-end, new battery or not.",
    symptoms: [{ key: "battery-flat", conditions: ["after-standing"] }],
    priorWork: [{ component: "battery", work: "changed", who: "owner", recency: "weeks", note: "" }],
  });
  await job.record("record-test", "Juno Asker", 40, {
    procedure: "rest-current",
    outcome: "could-not-tell",
    note: "the clamp does not resolve it",
  });
  await job.record("record-finding", "Tomas Orrel", 1, {
    result: "unresolved",
    causes: [],
    why: "something stays awake; needs the meter that resolves milliamperes, it is at calibration",
    missing: ["tool"],
    takes: "Ilka Venn",
  });
  await job.record("close-job", "Tomas Orrel", 1, {});
  job.wait(60 * 24 * 3);
  await job.record("reopen-job", "Ilka Venn", 1, { reason: "the meter is back" });
  await job.record("record-test", "Ilka Venn", 34, {
    procedure: "rest-current",
    outcome: "high",
    ...reading(180, "mA"),
  });
  await job.record("record-test", "Ilka Venn", 14, { procedure: "fuse-drop", outcome: "latch-fuse" });
  await job.record("record-part", "Ilka Venn", 36, {
    ...part("tailgate-latch/stays-awake", 40, "fixed"),
    source: "used",
    work: { improved: "white dot on the plug" },
  });
  await job.record("record-finding", "Ilka Venn", 1, {
    ...found("tailgate-latch/stays-awake"),
    why: "same latch as the Lark, old mark",
  });
  await job.record("record-test", "Ilka Venn", 33, {
    procedure: "rest-current",
    outcome: "in-spec",
    ...reading(16, "mA"),
  });
  job.wait(60 * 60);
  await job.drive("Ilka Venn", 3, "stood over the week-end, started");
  await job.finish("Tomas Orrel");
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

/** Open: the switch is cheap, the customer decides. */
async function waitsForCustomer(stage: Stage, now: Date): Promise<void> {
  const job = await arrive(stage, "waits-for-customer", {
    model: "packet",
    year: 2018,
    number: 328,
    odometerKm: 133_050,
    at: subMinutes(now, 60 * 27),
    complaint: "Oil lamp flickers at idle when it is warm.",
    symptoms: [{ key: "oil-lamp", conditions: ["idling", "hot"] }],
  });
  await job.record("record-test", "Tomas Orrel", 24, {
    procedure: "oil-pressure-gauge",
    outcome: "in-spec",
    ...reading(3.1, "bar", "2000 rpm, hot"),
  });
  await job.record("record-estimate", "Maret Sundby", 0, {
    from: "ours",
    what: "Oil pressure switch, fitted",
    cause: { component: "oil-pressure-switch", failure: "reads-wrong" },
    amount: eur(54),
  });
  await job.record("record-waiting", "Maret Sundby", 0, {
    for: "customer",
    what: "calls back whether the switch is to be done now",
    due: format(addDays(now, 1), "yyyy-MM-dd"),
  });
  await job.record("hand-over", "Tomas Orrel", 1, {
    to: personId(stage, "Ilka Venn"),
    note: "pressure is good, by gauge",
  });
}

export const MORE = [twoComplaints, cleanTries, dryPin, quotedUnit, tailEarth, clutchPedal, handedOn, runsOn];
export const MORE_OPEN = [waitsForCustomer];
