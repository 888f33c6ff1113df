import type { Effect, EffectKind, Fix, Pattern, Procedure } from "@/core/diagnosis";
import type { Spec, Unit } from "@/core/measure";
import { SHOP } from "./world";

/** The demo shop's procedures, repairs and patterns. Every value is made up for made-up vehicles. */

const q = (value: number, unit: Unit) => ({ value, unit });
const between = (low: number, high: number, unit: Unit): Spec => ({
  kind: "range",
  low: q(low, unit),
  high: q(high, unit),
});
const atMost = (high: number, unit: Unit): Spec => ({ kind: "range", high: q(high, unit) });
const atLeast = (low: number, unit: Unit): Spec => ({ kind: "range", low: q(low, unit) });

/** "glow-plug/open-circuit+" supports, "++" confirms, "-" weakens, "--" clears; without a failure it speaks of the component. */
function effects(text: string): readonly Effect[] {
  const kinds: Record<string, EffectKind> = { "++": "confirms", "+": "supports", "-": "weakens", "--": "clears" };
  return text
    .split(" ")
    .filter(Boolean)
    .map((part) => {
      const match = /^([a-z-]+?)(?:\/([a-z-]+?))?(\+\+|\+|--|-)$/.exec(part);
      const effect = kinds[match?.[3] ?? ""];
      if (!match?.[1] || !effect) throw new Error(`demo book: cannot read the effect "${part}"`);
      return { component: match[1], failure: match[2] ?? null, effect };
    });
}

interface Draft {
  readonly key: string;
  readonly title: string;
  readonly component: string;
  readonly minutes: number;
  readonly access?: readonly [string, number];
  readonly tools?: readonly string[];
  readonly cautions?: readonly string[];
  readonly spec?: Spec;
  readonly outcomes: Readonly<Record<string, readonly [label: string, effects: string]>>;
}

function procedure({ key, title, component, minutes, access, tools, cautions, spec, outcomes }: Draft): Procedure {
  return {
    ...{ key, title, component, minutes, tools: tools ?? [], cautions: cautions ?? [], spec: spec ?? null },
    access: access?.[0] ?? null,
    accessMinutes: access?.[1] ?? 0,
    outcomes: Object.entries(outcomes).map(([outcome, [label, text]]) => ({
      key: outcome,
      label,
      effects: effects(text),
    })),
  };
}

const HOT = "Exhaust and coolant parts stay hot for a long time: let them cool, or wear gloves made for it.";
const BELT = "Running belts and fans: sleeves and hair back, no hands near the drive while the engine runs.";
const LIFT = "Lift and stands only, never under a jack alone; check the lifting points for this vehicle.";
const BRAKES =
  "Brake work: a second person checks and signs before the vehicle goes out. Follow the maker's procedure.";
const FUEL = "Fuel under pressure: let the system rest, relieve pressure, no flames, catch what drips.";
const FUSED = "Feeding a part directly: use a lead with its own fuse.";

export const PROCEDURES: readonly Procedure[] = [
  procedure({
    key: "glow-plug-resistance",
    title: "Glow plug resistance, each plug",
    component: "glow-plug",
    minutes: 12,
    access: ["engine-cover-off", 4],
    tools: ["multimeter"],
    cautions: [HOT],
    spec: between(0.4, 1.2, "ohm"),
    outcomes: {
      "in-spec": ["All within 0.4 to 1.2 Ω", "glow-plug/open-circuit--"],
      open: ["One or more open circuit", "glow-plug/open-circuit++"],
    },
  }),
  procedure({
    key: "glow-feed",
    title: "Feed at the glow plug rail while glowing",
    component: "glow-relay",
    minutes: 8,
    access: ["engine-cover-off", 4],
    tools: ["multimeter"],
    spec: { kind: "supply", maxDrop: q(0.8, "V"), minSupply: q(11.5, "V") },
    outcomes: {
      "in-spec": ["Full feed reaches the rail", "glow-relay/no-signal-- glow-plug/open-circuit+"],
      high: ["Feed missing or low", "glow-relay/no-signal++ glow-plug/open-circuit-"],
    },
  }),
  procedure({
    key: "egr-command",
    title: "Command the recirculation valve shut and open, watch air mass",
    component: "egr-valve",
    minutes: 9,
    tools: ["scan tool"],
    spec: atMost(0.5, "g/s"),
    outcomes: {
      "in-spec": ["Shuts on command, flow below 0.5 g/s", "egr-valve/sticking--"],
      high: ["Flow stays when shut", "egr-valve/sticking++"],
    },
  }),
  procedure({
    key: "boost-leak-test",
    title: "Charge-air leak test at 1.2 bar",
    component: "boost-hose",
    minutes: 14,
    access: ["intake-open", 6],
    tools: ["leak tester"],
    spec: atMost(0.05, "bar"),
    outcomes: {
      "in-spec": ["Holds: less than 0.05 bar lost in 5 min", "boost-hose/split--"],
      high: ["Loses pressure", "boost-hose/split++"],
    },
  }),
  procedure({
    key: "vane-travel",
    title: "Command the vane actuator over its travel",
    component: "boost-actuator",
    minutes: 9,
    tools: ["scan tool"],
    cautions: [HOT],
    outcomes: {
      "full-travel": ["Full travel, no hesitation", "boost-actuator/sticking-- turbocharger/sticking-"],
      "rod-lazy": ["Short travel with the rod off as well", "boost-actuator/sticking++ turbocharger/sticking-"],
      "rod-free": [
        "Full travel with the rod off, sticks with it on",
        "turbocharger/sticking++ boost-actuator/sticking-",
      ],
    },
  }),
  procedure({
    key: "air-mass-full-load",
    title: "Air mass at full load against the table",
    component: "air-mass-meter",
    minutes: 15,
    tools: ["scan tool"],
    spec: atLeast(88, "g/s"),
    outcomes: {
      "in-spec": ["At least 88 g/s", "air-mass-meter/reads-wrong--"],
      low: ["Below the table", "air-mass-meter/reads-wrong+ boost-hose/split+"],
    },
  }),
  procedure({
    key: "boost-sensor-key-on",
    title: "Boost sensor against barometer, engine off",
    component: "boost-sensor",
    minutes: 5,
    tools: ["scan tool"],
    spec: between(96, 104, "kPa"),
    outcomes: {
      "in-spec": ["Agrees within 4 kPa", "boost-sensor/reads-wrong--"],
      "out-of-spec": ["Disagrees", "boost-sensor/reads-wrong++"],
    },
  }),
  procedure({
    key: "filter-pressure-idle",
    title: "Filter pressure difference at idle, hoses off and on",
    component: "filter-pressure-sensor",
    minutes: 10,
    access: ["undertray-off", 10],
    tools: ["scan tool", "hand pump"],
    cautions: [HOT, LIFT],
    spec: between(0, 1.5, "kPa"),
    outcomes: {
      "in-spec": [
        "Zero with hoses off, plausible with them on",
        "filter-pressure-hose/split- filter-pressure-sensor/reads-wrong--",
      ],
      "hose-leaks": ["A hose does not hold the hand pump", "filter-pressure-hose/split++"],
      "offset-open": ["Not zero with both hoses off", "filter-pressure-sensor/reads-wrong++"],
    },
  }),
  procedure({
    key: "soot-load",
    title: "Soot load and pressure difference at 2500 rpm",
    component: "particulate-filter",
    minutes: 12,
    tools: ["scan tool"],
    cautions: [HOT],
    spec: atMost(12, "kPa"),
    outcomes: {
      "in-spec": ["Pressure difference as it should be", "particulate-filter/blocked--"],
      high: ["Pressure difference high", "particulate-filter/blocked++"],
    },
  }),
  procedure({
    key: "pulley-freewheel",
    title: "Pulley freewheels one way, holds the other",
    component: "alternator-pulley",
    minutes: 10,
    access: ["belt-off", 8],
    tools: ["pulley tool"],
    cautions: [BELT],
    outcomes: {
      freewheels: ["Freewheels one way, holds the other", "alternator-pulley/seized--"],
      locked: ["Locked, or slips both ways", "alternator-pulley/seized++"],
    },
  }),
  procedure({
    key: "charging-voltage",
    title: "Charging voltage at the battery, 2000 rpm, loads on",
    component: "alternator",
    minutes: 6,
    tools: ["multimeter"],
    cautions: [BELT],
    spec: between(13.8, 14.8, "V"),
    outcomes: {
      "in-spec": ["13.8 to 14.8 V", "alternator/internal-fault-- alternator-regulator/internal-fault-"],
      low: ["Charges too little", "alternator/internal-fault+ alternator-regulator/internal-fault+ drive-belt/worn+"],
    },
  }),
  procedure({
    key: "rest-current",
    title: "Rest current after 30 min asleep",
    component: "battery",
    minutes: 40,
    tools: ["current clamp"],
    spec: atMost(50, "mA"),
    outcomes: {
      "in-spec": ["Below 50 mA", "tailgate-latch/stays-awake-- tow-module/stays-awake-- battery/low-capacity+"],
      high: ["Something stays awake", "tailgate-latch/stays-awake+ tow-module/stays-awake+ battery/low-capacity-"],
    },
  }),
  procedure({
    key: "fuse-drop",
    title: "Voltage across each fuse while something stays awake",
    component: "fuse-box",
    minutes: 14,
    tools: ["multimeter"],
    outcomes: {
      "latch-fuse": ["Current on the tailgate fuse", "tailgate-latch/stays-awake++ tow-module/stays-awake-"],
      "tow-fuse": ["Current on the tow-bar fuse", "tow-module/stays-awake++ tailgate-latch/stays-awake-"],
      none: ["No current on either", "tailgate-latch/stays-awake-- tow-module/stays-awake--"],
    },
  }),
  procedure({
    key: "battery-capacity",
    title: "Battery capacity under load",
    component: "battery",
    minutes: 8,
    tools: ["battery tester"],
    cautions: ["Batteries give off hydrogen: no sparks, ventilate, eye protection."],
    spec: atLeast(70, "%"),
    outcomes: {
      "in-spec": ["At least 70 %", "battery/low-capacity--"],
      low: ["Below 70 %", "battery/low-capacity++"],
    },
  }),
  procedure({
    key: "bearing-listen",
    title: "Turn each wheel by hand and listen at the strut",
    component: "wheel-bearing-front",
    minutes: 12,
    access: ["on-lift", 4],
    tools: ["stethoscope"],
    cautions: [LIFT],
    outcomes: {
      front: ["Rough at a front wheel", "wheel-bearing-front/worn++ wheel-bearing-rear/worn- tyre/worn-"],
      rear: ["Rough at a rear wheel", "wheel-bearing-rear/worn++ wheel-bearing-front/worn- tyre/worn-"],
      smooth: ["All smooth", "wheel-bearing-front/worn- wheel-bearing-rear/worn- tyre/worn+"],
    },
  }),
  procedure({
    key: "swap-wheels",
    title: "Swap wheels front to rear, drive again",
    component: "tyre",
    minutes: 25,
    access: ["on-lift", 4],
    cautions: [LIFT],
    outcomes: {
      moved: ["The noise moved with the wheels", "tyre/worn++ wheel-bearing-front/worn-- wheel-bearing-rear/worn--"],
      stayed: ["The noise stayed", "tyre/worn-- wheel-bearing-front/worn+ wheel-bearing-rear/worn+"],
    },
  }),
  procedure({
    key: "caliper-slide-check",
    title: "Slide pins move by hand, pads worn evenly",
    component: "caliper-slide",
    minutes: 18,
    access: ["wheel-off", 6],
    cautions: [LIFT, BRAKES],
    outcomes: {
      free: ["Pins move freely, pads even", "caliper-slide/seized--"],
      stuck: ["A pin is stuck, pads uneven", "caliper-slide/seized++ brake-hose/blocked-"],
    },
  }),
  procedure({
    key: "hose-release",
    title: "Wheel turns once the bleed screw is opened",
    component: "brake-hose",
    minutes: 10,
    access: ["wheel-off", 6],
    cautions: [LIFT, BRAKES],
    outcomes: {
      frees: ["The wheel comes free", "brake-hose/blocked++ caliper-slide/seized-"],
      stays: ["The wheel still drags", "brake-hose/blocked-- caliper-slide/seized+"],
    },
  }),
  procedure({
    key: "wheel-speed-trace",
    title: "Four wheel speeds side by side at walking pace",
    component: "wheel-speed-sensor",
    minutes: 8,
    tools: ["scan tool"],
    outcomes: {
      "drops-out": [
        "One drops out below 10 km/h",
        "sensor-ring/cracked+ wheel-speed-sensor/dirty+ wheel-speed-sensor/open-circuit-",
      ],
      dead: ["One reads nothing at all", "wheel-speed-sensor/open-circuit++ sensor-ring/cracked-"],
      even: ["All four alike", "sensor-ring/cracked-- wheel-speed-sensor/open-circuit-- wheel-speed-sensor/dirty--"],
    },
  }),
  procedure({
    key: "ring-look",
    title: "Look at the whole sensor ring, turn the wheel slowly",
    component: "sensor-ring",
    minutes: 15,
    access: ["wheel-off", 6],
    cautions: [LIFT],
    outcomes: {
      cracked: ["Ring cracked or lifted by rust", "sensor-ring/cracked++ wheel-speed-sensor/dirty-"],
      whole: ["Ring whole and clean", "sensor-ring/cracked-- wheel-speed-sensor/dirty+"],
    },
  }),
  procedure({
    key: "door-loom-bend",
    title: "Bend the sliding door loom while the door is commanded",
    component: "sliding-door-loom",
    minutes: 10,
    access: ["door-trim-off", 12],
    outcomes: {
      reacts: [
        "The door starts or stops as the loom bends",
        "sliding-door-loom/broken-wire++ sliding-door-motor/worn-",
      ],
      nothing: ["No reaction", "sliding-door-loom/broken-wire-"],
    },
  }),
  procedure({
    key: "door-motor-direct",
    title: "Feed the door motor directly",
    component: "sliding-door-motor",
    minutes: 9,
    access: ["door-trim-off", 12],
    cautions: [FUSED, "Keep hands out of the door's way."],
    outcomes: {
      runs: ["Motor runs strongly", "sliding-door-motor/worn-- sliding-door-loom/broken-wire+"],
      weak: ["Motor weak or dead", "sliding-door-motor/worn++"],
    },
  }),
  procedure({
    key: "tail-earth-drop",
    title: "Voltage drop on the tail lamp earth, all lamps on",
    component: "tail-lamp-earth",
    minutes: 7,
    tools: ["multimeter"],
    spec: atMost(0.2, "V"),
    outcomes: {
      "in-spec": ["At most 0.2 V", "tail-lamp-earth/corroded--"],
      high: ["Too much drop", "tail-lamp-earth/corroded++"],
    },
  }),
  procedure({
    key: "blower-resistor-feed",
    title: "Feed and earth at the blower on each step",
    component: "blower-resistor",
    minutes: 12,
    access: ["glovebox-out", 8],
    tools: ["multimeter"],
    outcomes: {
      "last-step-only": ["Voltage on the last step only", "blower-resistor/open-circuit++ blower-motor/worn--"],
      "all-steps": ["Voltage on every step", "blower-resistor/open-circuit-- blower-motor/worn++"],
    },
  }),
  procedure({
    key: "flap-travel",
    title: "Command each heater flap and watch it move",
    component: "heater-flap-motor",
    minutes: 11,
    access: ["glovebox-out", 8],
    tools: ["scan tool"],
    outcomes: {
      "one-stands": ["One flap does not move", "heater-flap-motor/internal-fault++ heater-core/blocked-"],
      "all-move": ["All move over their full way", "heater-flap-motor/internal-fault-- heater-core/blocked+"],
    },
  }),
  procedure({
    key: "steering-torque-live",
    title: "Steering torque signal at rest and left against right",
    component: "steering-torque-sensor",
    minutes: 10,
    tools: ["scan tool"],
    spec: between(-0.3, 0.3, "N.m"),
    outcomes: {
      "in-spec": ["Zero at rest, even to both sides", "steering-torque-sensor/reads-wrong-- steering-rack/worn+"],
      "out-of-spec": ["Not zero, or uneven", "steering-torque-sensor/reads-wrong++"],
    },
  }),
  procedure({
    key: "chain-correlation",
    title: "Camshaft against crankshaft angle, hot idle",
    component: "cam-chain",
    minutes: 12,
    tools: ["scan tool"],
    outcomes: {
      "in-step": ["Within limits", "cam-chain/stretched-- camshaft-sensor/no-signal+"],
      late: ["Late, and more so when revved", "cam-chain/stretched++ camshaft-sensor/no-signal-"],
    },
  }),
  procedure({
    key: "filter-heater",
    title: "Fuel filter heater draws current below 5 °C",
    component: "fuel-filter",
    minutes: 10,
    tools: ["current clamp"],
    cautions: [FUEL],
    spec: between(8, 16, "A"),
    outcomes: {
      "in-spec": ["8 to 16 A", "fuel-filter/iced--"],
      low: ["No current", "fuel-filter/iced++"],
    },
  }),
  procedure({
    key: "drain-water",
    title: "Pour water into each roof drain",
    component: "roof-drain",
    minutes: 12,
    outcomes: {
      inside: ["Water comes out inside", "roof-drain/blocked++ door-seal/split-"],
      under: ["Runs out under the vehicle", "roof-drain/blocked-- door-seal/split+"],
    },
  }),
  procedure({
    key: "exhaust-smoke",
    title: "Smoke into the exhaust, look for where it comes out",
    component: "exhaust-flex-joint",
    minutes: 12,
    access: ["on-lift", 4],
    cautions: [HOT, LIFT],
    outcomes: {
      flex: ["Smoke at the flex joint", "exhaust-flex-joint/cracked++"],
      tight: ["Tight", "exhaust-flex-joint/cracked--"],
    },
  }),
  procedure({
    key: "clutch-travel",
    title: "Release travel at the fork, pedal to the floor",
    component: "clutch-slave-cylinder",
    minutes: 10,
    access: ["undertray-off", 10],
    tools: ["ruler"],
    cautions: [LIFT],
    spec: atLeast(11, "mm"),
    outcomes: {
      "in-spec": ["At least 11 mm", "clutch-slave-cylinder/leaking-- clutch-release-bearing/worn+"],
      low: ["Too little travel", "clutch-slave-cylinder/leaking++ clutch-release-bearing/worn-"],
    },
  }),
];

function fix(cause: string, minutes: number, parts: number, access?: readonly [string, number]): Fix {
  const [component = "", failure = ""] = cause.split("/");
  const partsCost = { amount: parts, currency: SHOP.currency };
  return { component, failure, minutes, access: access?.[0] ?? null, accessMinutes: access?.[1] ?? 0, partsCost };
}

export const FIXES: readonly Fix[] = [
  fix("glow-plug/open-circuit", 45, 64, ["engine-cover-off", 4]),
  fix("glow-relay/no-signal", 20, 92, ["engine-cover-off", 4]),
  fix("egr-valve/sticking", 80, 210),
  fix("boost-hose/split", 35, 58, ["intake-open", 6]),
  fix("boost-actuator/sticking", 95, 310),
  fix("turbocharger/sticking", 210, 640),
  fix("boost-sensor/reads-wrong", 15, 71),
  fix("air-mass-meter/reads-wrong", 12, 128),
  fix("filter-pressure-hose/split", 30, 24, ["undertray-off", 10]),
  fix("filter-pressure-sensor/reads-wrong", 25, 88, ["undertray-off", 10]),
  fix("particulate-filter/blocked", 150, 890, ["undertray-off", 10]),
  fix("alternator-pulley/seized", 40, 76, ["belt-off", 8]),
  fix("alternator/internal-fault", 90, 340, ["belt-off", 8]),
  fix("alternator-regulator/internal-fault", 60, 85, ["belt-off", 8]),
  fix("drive-belt/worn", 20, 42, ["belt-off", 8]),
  fix("battery/low-capacity", 20, 145),
  fix("tailgate-latch/stays-awake", 35, 96),
  fix("tow-module/stays-awake", 40, 180),
  fix("wheel-bearing-front/worn", 90, 82, ["wheel-off", 6]),
  fix("wheel-bearing-rear/worn", 70, 118, ["wheel-off", 6]),
  fix("tyre/worn", 30, 190, ["on-lift", 4]),
  fix("caliper-slide/seized", 40, 28, ["wheel-off", 6]),
  fix("brake-hose/blocked", 45, 34, ["wheel-off", 6]),
  fix("sensor-ring/cracked", 80, 36, ["wheel-off", 6]),
  fix("wheel-speed-sensor/open-circuit", 30, 62, ["wheel-off", 6]),
  fix("wheel-speed-sensor/dirty", 20, 0, ["wheel-off", 6]),
  fix("sliding-door-loom/broken-wire", 75, 45, ["door-trim-off", 12]),
  fix("sliding-door-motor/worn", 60, 265, ["door-trim-off", 12]),
  fix("tail-lamp-earth/corroded", 20, 2),
  fix("tail-lamp/high-resistance", 15, 84),
  fix("blower-resistor/open-circuit", 20, 38, ["glovebox-out", 8]),
  fix("blower-motor/worn", 45, 122, ["glovebox-out", 8]),
  fix("heater-flap-motor/internal-fault", 70, 54, ["glovebox-out", 8]),
  fix("heater-core/blocked", 60, 30),
  fix("steering-torque-sensor/reads-wrong", 120, 420),
  fix("steering-rack/worn", 160, 560),
  fix("cam-chain/stretched", 420, 380),
  fix("camshaft-sensor/no-signal", 25, 48),
  fix("fuel-filter/iced", 30, 66),
  fix("roof-drain/blocked", 30, 0),
  fix("door-seal/split", 40, 95),
  fix("exhaust-flex-joint/cracked", 70, 110, ["on-lift", 4]),
  fix("clutch-slave-cylinder/leaking", 70, 74, ["undertray-off", 10]),
  fix("clutch-release-bearing/worn", 320, 160),
  fix("glow-relay/works-as-designed", 10, 0),
];

interface PatternDraft {
  readonly key: string;
  readonly title: string;
  readonly cause: string;
  readonly evidence: Pattern["evidence"];
  readonly make?: string;
  readonly models?: readonly string[];
  readonly engines?: readonly string[];
  readonly km?: readonly [number, number];
  readonly symptoms: readonly string[];
  readonly codes?: readonly string[];
  readonly confirmBy: string;
  readonly note: string;
}

function pattern({
  key,
  title,
  cause,
  evidence,
  make,
  models,
  engines,
  km,
  symptoms,
  codes,
  confirmBy,
  note,
}: PatternDraft): Pattern {
  const [component = "", failure = ""] = cause.split("/");
  const applies = {
    make: make ?? null,
    models: models ?? [],
    years: null,
    engines: engines ?? [],
    transmissions: [],
    markets: [],
  };
  return {
    key,
    title,
    component,
    failure,
    applies,
    odometerKm: km ?? null,
    evidence,
    symptoms,
    codes: codes ?? [],
    confirmBy,
    note,
  };
}

export const PATTERNS: readonly Pattern[] = [
  pattern({
    key: "d21k-vanes",
    title: "D21K: turbocharger vanes stick past 120 000 km",
    cause: "turbocharger/sticking",
    evidence: "proved",
    engines: ["D21K"],
    km: [120_000, 220_000],
    symptoms: ["low-power", "limp-mode"],
    codes: ["P0299"],
    confirmBy: "vane-travel",
    note: "Comes with short trips. Freeing them lasts where the actuator is sound.",
  }),
  pattern({
    key: "packet-door-loom",
    title: "Packet: sliding door loom breaks at the bend",
    cause: "sliding-door-loom/broken-wire",
    evidence: "seen",
    make: "Tarrow",
    models: ["Packet"],
    symptoms: ["door-no-power"],
    confirmBy: "door-loom-bend",
    note: "Post rounds: a hundred openings a day.",
  }),
  pattern({
    key: "ferryman-pulley",
    title: "Ferryman: alternator pulley clutch seizes",
    cause: "alternator-pulley/seized",
    evidence: "bulletin",
    make: "Kestrin",
    models: ["Ferryman"],
    km: [80_000, 200_000],
    symptoms: ["belt-chirp"],
    confirmBy: "pulley-freewheel",
    note: "",
  }),
  pattern({
    key: "lark-latch",
    title: "Lark: tailgate latch keeps the vehicle awake",
    cause: "tailgate-latch/stays-awake",
    evidence: "hearsay",
    make: "Ombrel",
    models: ["Lark"],
    symptoms: ["battery-flat"],
    confirmBy: "fuse-drop",
    note: "Heard at the taxi rank.",
  }),
  pattern({
    key: "d16f-filter-hose",
    title: "D16F: filter pressure hose splits behind the clip",
    cause: "filter-pressure-hose/split",
    evidence: "seen",
    engines: ["D16F"],
    symptoms: ["filter-lamp"],
    codes: ["P2452", "P2002"],
    confirmBy: "filter-pressure-idle",
    note: "",
  }),
];
