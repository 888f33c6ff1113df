import type { KeptTrace } from "@/core/trace";
import type { Stage } from "../play";
import { arrive, cleared, day, found, part, scan } from "./tell";

/** A made-up warm-up: the outlet climbs towards 90 °C; the hose stays cold until the thermostat lets water through. */
function warmUp(opensC: number): KeptTrace {
  const timeS = Array.from({ length: 60 }, (_, at) => at * 20);
  const outlet = timeS.map((time) => 12 + 88 * (1 - Math.exp(-time / 280)));
  const hose = outlet.map((value) => Math.min(value - 4, 12 + Math.max(0, value - opensC) * 6));
  const round = (values: readonly number[]) => values.map((value) => Math.round(value * 10) / 10);
  return {
    timeS,
    channels: [
      { name: "engine outlet", unit: "degC", values: round(outlet) },
      { name: "lower hose", unit: "degC", values: round(hose) },
    ],
  };
}

/** Cold on the motorway: the flaps were blamed, the thermostat opened at sixty. */
async function neverWarm(stage: Stage, now: Date): Promise<void> {
  const job = await arrive(stage, "never-warm", {
    model: "letter",
    year: 2019,
    number: 321,
    odometerKm: 132_700,
    at: day(now, 44, 9, 5),
    complaint: "Warm in the village, stone cold on the motorway. And it drinks.",
    symptoms: [{ key: "heater-cold", conditions: ["motorway"] }],
  });
  await job.record("record-scan", "Tomas Orrel", 6, scan(["P0128", "pending", "engine"]));
  await job.record("record-part", "Tomas Orrel", 74, part("heater-flap-motor/internal-fault", 54, "no-change"));
  await job.record("record-test", "Ilka Venn", 24, {
    procedure: "thermostat-warm-up",
    outcome: "low",
    preconditions: ["Engine cold", "Coolant level right"],
    trace: warmUp(61),
    note: "probe on the outlet, one on the lower hose",
  });
  await job.record("record-part", "Ilka Venn", 58, part("thermostat/sticking", 48, "fixed", "TH-88-K"));
  await job.record("record-finding", "Ilka Venn", 1, { ...found("thermostat/sticking"), why: "seat worn open" });
  await job.record("record-test", "Ilka Venn", 22, {
    procedure: "thermostat-warm-up",
    outcome: "in-spec",
    trace: warmUp(87),
  });
  await job.clearAndRead("Ilka Venn", 3, ["engine"]);
  await job.drive("Ilka Venn", 25, "motorway to the pass, heater hot");
  await job.finish("Ilka Venn");
}

/** A miss in the rain: new plugs first, then the coil went next door and took the miss along. */
async function missMoved(stage: Stage, now: Date): Promise<void> {
  const job = await arrive(stage, "miss-moved", {
    model: "minnow",
    year: 2020,
    number: 322,
    odometerKm: 91_200,
    at: day(now, 31, 13, 20),
    complaint: "Jerks up the hill when it rains.",
    symptoms: [{ key: "misfire", conditions: ["wet", "uphill"] }],
  });
  await job.record("record-scan", "Tomas Orrel", 5, scan(["P0302", "stored", "engine"]));
  await job.record("record-part", "Tomas Orrel", 28, part("spark-plug/worn", 44, "no-change"));
  await job.record("record-test", "Tomas Orrel", 11, {
    procedure: "coil-swap",
    outcome: "moved",
    swap: { first: "cylinder 2", second: "cylinder 3", shows: "second" },
  });
  await job.record("record-part", "Tomas Orrel", 12, part("ignition-coil/internal-fault", 62, "fixed", "IC-2-P14"));
  await job.record("record-finding", "Tomas Orrel", 1, found("ignition-coil/internal-fault"));
  await job.record("record-clear", "Tomas Orrel", 14, cleared(["P0302", "engine", "not"]));
  await job.drive("Tomas Orrel", 9, "wetted the coils, up the yard ramp");
  await job.finish("Tomas Orrel", { reason: "codes to be looked at when it comes for its tyres" });
}

export const MEASURED = [neverWarm, missMoved];
