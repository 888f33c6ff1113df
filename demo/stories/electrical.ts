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

export const ELECTRICAL = [twoComplaints, quotedUnit, tailEarth, handedOn];
export const ELECTRICAL_OPEN = [waitsForCustomer];
