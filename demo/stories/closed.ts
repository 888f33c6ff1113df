import { burntLead } from "../pictures";
import type { Stage } from "../play";
import { arrive, cleared, day, found, held, part, personId, reading, scan } from "./tell";

/** A filter lamp that cost a sensor before somebody squeezed the hose. */
async function filterHose(stage: Stage, now: Date): Promise<void> {
  const job = await arrive(stage, "filter-hose", {
    model: "letter",
    year: 2018,
    number: 301,
    odometerKm: 118_400,
    at: day(now, 96, 8, 10),
    complaint: "Filter lamp on for the third time this month. We drive short rounds only.",
    symptoms: [{ key: "filter-lamp", conditions: ["short-trips", "sometimes"] }],
  });
  await job.record(
    "record-scan",
    "Tomas Orrel",
    6,
    scan(["P2452", "stored", "engine"], ["P2002", "pending", "engine"]),
  );
  await job.record("record-clear", "Tomas Orrel", 6, cleared(["P2452", "engine", "drive"], ["P2002", "engine", "not"]));
  await job.record(
    "record-part",
    "Tomas Orrel",
    38,
    part("filter-pressure-sensor/reads-wrong", 88, "no-change", "FP-20418"),
  );
  await job.record("record-note", "Tomas Orrel", 2, {
    text: "Code set again before the end of the yard. The old sensor was fine.",
  });
  await job.record("hand-over", "Tomas Orrel", 1, {
    to: personId(stage, "Ilka Venn"),
    note: "sensor is new, lamp is back",
  });
  await job.record("record-test", "Ilka Venn", 14, {
    procedure: "soot-load",
    outcome: "in-spec",
    ...reading(7.4, "kPa", "2500 rpm"),
  });
  await job.record("record-test", "Ilka Venn", 20, {
    procedure: "filter-pressure-idle",
    outcome: "hose-leaks",
    ...reading(0.1, "kPa", "idle"),
    note: "split behind the clip, only opens when squeezed",
  });
  await job.record("record-part", "Ilka Venn", 34, part("filter-pressure-hose/split", 24, "fixed", "FH-11873"));
  await job.record("record-finding", "Ilka Venn", 1, {
    ...found("filter-pressure-hose/split"),
    why: "hose rubbed on the undertray clip",
  });
  await job.record("record-test", "Ilka Venn", 8, {
    procedure: "filter-pressure-idle",
    outcome: "in-spec",
    ...reading(0.6, "kPa", "idle"),
    note: "holds the hand pump",
  });
  await job.clearAndRead("Ilka Venn", 3, ["engine"]);
  await job.drive("Ilka Venn", 22, "short round through the village");
  await job.finish("Ilka Venn");
  job.wait(60 * 24 * 12);
  await job.record("record-proof", "Ilka Venn", 3, held("follow-up", "lamp stayed off for 900 km"));
}

/** A battery, then a second one: the latch never slept. */
async function latch(stage: Stage, now: Date): Promise<void> {
  const job = await arrive(stage, "latch", {
    model: "lark",
    year: 2020,
    number: 302,
    odometerKm: 88_950,
    at: day(now, 71, 9, 0),
    complaint: "Taxi. Flat every Monday. The last shop fitted a battery in spring.",
    symptoms: [
      { key: "battery-flat", conditions: ["after-standing"] },
      { key: "lamp-warning-door", conditions: ["sometimes"] },
    ],
    priorWork: [{ component: "battery", work: "changed", who: "other-shop", recency: "months", note: "in spring" }],
  });
  await job.record("record-scan", "Juno Asker", 9, scan(["B1190", "history", "body"]));
  await job.record("record-part", "Juno Asker", 22, part("battery/low-capacity", 145, "no-change", "BT-70-EFB"));
  await job.record("record-test", "Tomas Orrel", 42, {
    procedure: "rest-current",
    outcome: "high",
    ...reading(410, "mA"),
  });
  await job.record("record-test", "Tomas Orrel", 15, { procedure: "fuse-drop", outcome: "latch-fuse" });
  await job.record("record-part", "Tomas Orrel", 37, {
    ...part("tailgate-latch/stays-awake", 96, "fixed", "TL-40772"),
    work: { improved: "white dot on the plug", oldPartKept: true, cures: ["battery-flat", "lamp-warning-door"] },
  });
  await job.record("record-finding", "Tomas Orrel", 1, {
    ...found("tailgate-latch/stays-awake"),
    why: "latch switch reads ajar while shut",
  });
  await job.record("record-test", "Tomas Orrel", 35, {
    procedure: "rest-current",
    outcome: "in-spec",
    ...reading(18, "mA"),
    note: "after half an hour",
  });
  await job.clearAndRead("Tomas Orrel", 3, ["body"]);
  job.wait(60 * 60);
  await job.drive("Ilka Venn", 4, "stood from Friday to Monday, started");
  await job.finish("Ilka Venn");
}

/** Proved too soon: the bearing was changed, the hum came back, the tyre had it. */
async function comeback(stage: Stage, now: Date): Promise<void> {
  const job = await arrive(stage, "comeback", {
    model: "packet",
    year: 2019,
    number: 303,
    odometerKm: 96_200,
    at: day(now, 58, 7, 45),
    complaint: "Hums above sixty. Worse on the coast road.",
    symptoms: [{ key: "hum-with-speed", conditions: ["motorway", "gradually"] }],
  });
  await job.record("record-part", "Tomas Orrel", 84, part("wheel-bearing-rear/worn", 118, "fixed", "WB-66120"));
  await job.record("record-finding", "Tomas Orrel", 1, found("wheel-bearing-rear/worn"));
  await job.drive("Tomas Orrel", 8, "a stretch of the bypass, no further");
  await job.finish("Tomas Orrel", { reason: "driver had to leave for the round" });
  job.wait(60 * 24 * 4);
  await job.record("record-proof", "Ilka Venn", 5, {
    step: "follow-up",
    result: "came-back",
    note: "hums as before on the coast road",
  });
  await job.record("reopen-job", "Ilka Venn", 1, { reason: "the hum is back after four days" });
  await job.record("record-test", "Ilka Venn", 28, { procedure: "swap-wheels", outcome: "moved" });
  await job.record("record-part", "Ilka Venn", 34, part("tyre/worn", 190, "fixed", "TY-205-65"));
  await job.record("record-finding", "Ilka Venn", 1, { ...found("tyre/worn"), why: "sawtooth wear on the rear left" });
  await job.drive("Ilka Venn", 24, "coast road at 90");
  await job.finish("Ilka Venn", { reason: "the wheels are in their places again, nothing to swap" });
}

/** Two causes at once: plugs and their control unit. */
async function twoCauses(stage: Stage, now: Date): Promise<void> {
  const job = await arrive(stage, "two-causes", {
    model: "ferryman",
    year: 2017,
    number: 304,
    odometerKm: 203_700,
    at: day(now, 44, 6, 50),
    complaint: "School run minibus. Hardly starts below freezing, then shakes.",
    symptoms: [
      { key: "hard-start", conditions: ["cold", "below-zero"] },
      { key: "smoke-white", conditions: ["cold"] },
    ],
  });
  await job.record("record-scan", "Tomas Orrel", 6, scan(["P0380", "stored", "engine"], ["P0672", "stored", "engine"]));
  await job.record("record-test", "Tomas Orrel", 16, {
    procedure: "glow-plug-resistance",
    outcome: "open",
    readings: [
      { label: "cylinder 2", reading: { open: true } },
      { label: "cylinder 1", reading: { value: 0.7, unit: "ohm" } },
    ],
  });
  await job.record("record-part", "Tomas Orrel", 48, part("glow-plug/open-circuit", 64, "partly", "GP-90411"));
  await job.record("record-test", "Tomas Orrel", 9, {
    procedure: "glow-feed",
    outcome: "high",
    readings: [{ label: "rail", reading: { value: 4.1, unit: "V" } }],
    context: { supply: { value: 12.3, unit: "V" } },
  });
  await job.record("record-part", "Tomas Orrel", 24, part("glow-relay/no-signal", 92, "fixed", "GR-31207"));
  await job.record("record-finding", "Tomas Orrel", 1, {
    ...found("glow-plug/open-circuit", "glow-relay/no-signal"),
    why: "the shorted plug took the control unit with it",
  });
  await job.record("record-test", "Tomas Orrel", 8, {
    procedure: "glow-feed",
    outcome: "in-spec",
    readings: [{ label: "rail", reading: { value: 11.9, unit: "V" } }],
    context: { supply: { value: 12.2, unit: "V" } },
  });
  await job.clearAndRead("Tomas Orrel", 3, ["engine"]);
  job.wait(60 * 20);
  await job.drive("Tomas Orrel", 5, "started at minus nine after a night outside");
  await job.finish("Ilka Venn");
}

/** Nothing wrong: the lamp says that a function is on. */
async function asDesigned(stage: Stage, now: Date): Promise<void> {
  const job = await arrive(stage, "as-designed", {
    model: "letter",
    year: 2021,
    number: 305,
    odometerKm: 31_600,
    at: day(now, 30, 10, 20),
    complaint: "Glow lamp stays on for a while after the start when it is cold.",
    symptoms: [{ key: "glow-lamp-flashing", conditions: ["cold", "every-time"] }],
  });
  await job.record("record-scan", "Juno Asker", 7, scan());
  await job.record("confirm-complaint", "Juno Asker", 4, {
    result: "reproduced",
    times: 1,
    tries: 1,
    conditions: ["cold"],
    note: "three minutes at four degrees, then out",
  });
  await job.record("record-test", "Ilka Venn", 10, {
    procedure: "glow-plug-resistance",
    outcome: "in-spec",
    ...reading(0.7, "ohm", "all four"),
  });
  await job.record("record-finding", "Ilka Venn", 1, {
    result: "no-fault-found",
    causes: [{ component: "glow-relay", failure: "works-as-designed" }],
    why: "after-glow runs up to three minutes below five degrees; the lamp follows it",
    tellCustomer: "The lamp says that the heater plugs still help the cold engine along. You can drive off at once.",
  });
  await job.finish("Ilka Venn");
}

/** Not solved: what is known, which roads are closed, what is missing. */
async function unsolved(stage: Stage, now: Date): Promise<void> {
  const job = await arrive(stage, "unsolved", {
    model: "hauler",
    year: 2016,
    number: 306,
    odometerKm: 171_300,
    at: day(now, 19, 13, 5),
    complaint: "Pulls weakly now and then, only on the pass, never when we look.",
    symptoms: [{ key: "low-power", conditions: ["uphill", "sometimes"] }],
  });
  await job.record("record-scan", "Tomas Orrel", 6, scan());
  await job.record("record-test", "Tomas Orrel", 22, {
    procedure: "boost-leak-test",
    outcome: "in-spec",
    ...reading(0.02, "bar", "5 min"),
  });
  await job.record("record-test", "Tomas Orrel", 10, {
    procedure: "egr-command",
    outcome: "in-spec",
    ...reading(0.2, "g/s"),
  });
  await job.record("record-test", "Tomas Orrel", 9, {
    procedure: "vane-travel",
    outcome: "could-not-tell",
    note: "no trailer here to load it with",
  });
  await job.record("record-finding", "Ilka Venn", 1, {
    result: "unresolved",
    causes: [],
    why: "needs a loaded climb with the logger; the owner brings his trailer in spring",
    missing: ["tool", "information"],
    takes: "Tomas Orrel",
  });
  await job.finish("Ilka Venn");
}

/** Disturbed by our own work: the clutch was done, a sensor's lead lay on the exhaust ever since. */
async function ownWork(stage: Stage, now: Date): Promise<void> {
  const job = await arrive(stage, "own-work", {
    model: "ferryman",
    year: 2018,
    number: 309,
    odometerKm: 176_900,
    at: day(now, 11, 8, 30),
    complaint: "Dies at the lights since the clutch was done here, starts again after ten minutes.",
    symptoms: [{ key: "stalls", conditions: ["hot", "since-repair"] }],
    priorWork: [
      { component: "clutch-disc", work: "changed", who: "us", recency: "weeks", note: "gearbox was out" },
      {
        component: "crankshaft-sensor",
        work: "taken-apart",
        who: "us",
        recency: "weeks",
        note: "lead unplugged for it",
      },
    ],
  });
  await job.record("record-scan", "Tomas Orrel", 6, scan(["P0335", "history", "engine"]));
  await job.record("confirm-complaint", "Tomas Orrel", 25, {
    result: "sometimes",
    times: 1,
    tries: 3,
    conditions: ["hot"],
    note: "only once it is heat-soaked",
  });
  await job.record("record-clear", "Tomas Orrel", 20, cleared(["P0335", "engine", "drive"]));
  await job.record("record-note", "Ilka Venn", 9, {
    text: "Lead of the crankshaft sensor lies on the exhaust flange: not clipped back after the clutch. Sleeve burnt through.",
  });
  await job.attach("burnt-lead.jpg", await burntLead());
  await job.record(
    "record-part",
    "Ilka Venn",
    28,
    part("crankshaft-sensor/disturbed-by-work", 12, "fixed", "CL-SLEEVE-40"),
  );
  await job.record("record-finding", "Ilka Venn", 1, {
    ...found("crankshaft-sensor/disturbed-by-work"),
    why: "lead not clipped back after the clutch",
  });
  await job.drive("Ilka Venn", 30, "forty minutes of stop and go, hot");
  await job.clearAndRead("Ilka Venn", 3, ["engine"]);
  await job.finish("Ilka Venn", { reason: "the sensor itself was never measured" });
}

export const CLOSED = [filterHose, latch, comeback, twoCauses, asDesigned, unsolved, ownWork];
