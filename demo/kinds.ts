import type { ModelKey } from "./world";

/** What a kind of job looks like: the generated jobs are dealt from these. */
export interface Kind {
  readonly cause: string;
  readonly models: readonly ModelKey[];
  readonly km: readonly [number, number];
  readonly complaints: readonly string[];
  /** Symptom or condition, with how often it is there. */
  readonly symptoms: readonly (readonly [
    symptom: string,
    often: number,
    conditions: readonly (readonly [string, number])[],
  ])[];
  readonly codes: readonly (readonly [code: string, module: string, often: number])[];
  /** A test, the outcome it gives with this cause, and how often it is done. */
  readonly tests: readonly (readonly [procedure: string, outcome: string, often: number])[];
  /** A component fitted in vain, and how often. */
  readonly vain: readonly (readonly [cause: string, often: number])[];
  readonly weight: number;
}

export const KINDS: readonly Kind[] = [
  {
    cause: "turbocharger/sticking",
    models: ["packet", "hauler"],
    km: [110_000, 230_000],
    weight: 5,
    complaints: ["No power on the long climb, fine again after a restart.", "Loses power when loaded, lamp comes on."],
    symptoms: [
      [
        "low-power",
        1,
        [
          ["uphill", 0.8],
          ["hot", 0.6],
          ["loaded", 0.4],
          ["clears-with-restart", 0.6],
        ],
      ],
      ["limp-mode", 0.7, [["clears-with-restart", 0.6]]],
    ],
    codes: [
      ["P0299", "engine", 0.85],
      ["P0234", "engine", 0.3],
    ],
    tests: [
      ["boost-leak-test", "in-spec", 0.6],
      ["vane-travel", "rod-free", 0.8],
      ["boost-sensor-key-on", "in-spec", 0.3],
    ],
    vain: [
      ["boost-sensor/reads-wrong", 0.35],
      ["egr-valve/sticking", 0.15],
    ],
  },
  {
    cause: "boost-actuator/sticking",
    models: ["packet", "hauler"],
    km: [90_000, 200_000],
    weight: 5,
    complaints: ["Sometimes no pull from low revs.", "Goes into limp mode on the motorway."],
    symptoms: [
      [
        "low-power",
        0.9,
        [
          ["uphill", 0.6],
          ["sometimes", 0.6],
          ["clears-with-restart", 0.5],
        ],
      ],
      ["limp-mode", 0.5, [["motorway", 0.5]]],
    ],
    codes: [
      ["P0299", "engine", 0.75],
      ["P2563", "engine", 0.3],
    ],
    tests: [
      ["vane-travel", "rod-lazy", 0.8],
      ["boost-leak-test", "in-spec", 0.4],
    ],
    vain: [["boost-sensor/reads-wrong", 0.2]],
  },
  {
    cause: "boost-hose/split",
    models: ["packet", "letter", "ferryman", "hauler"],
    km: [60_000, 240_000],
    weight: 5,
    complaints: ["Hisses when it should pull, and smokes.", "Weak and thirsty since last week."],
    symptoms: [
      [
        "low-power",
        0.9,
        [
          ["under-load", 0.7],
          ["every-time", 0.6],
        ],
      ],
      ["smoke-black", 0.7, [["accelerating", 0.7]]],
    ],
    codes: [
      ["P0299", "engine", 0.7],
      ["P0101", "engine", 0.3],
    ],
    tests: [
      ["boost-leak-test", "high", 0.85],
      ["air-mass-full-load", "low", 0.3],
    ],
    vain: [["air-mass-meter/reads-wrong", 0.25]],
  },
  {
    cause: "egr-valve/sticking",
    models: ["packet", "letter", "ferryman"],
    km: [80_000, 220_000],
    weight: 4,
    complaints: ["Shakes at the lights and stalls.", "Idles badly, lamp is on."],
    symptoms: [
      [
        "rough-idle",
        0.9,
        [
          ["idling", 0.9],
          ["town", 0.5],
        ],
      ],
      ["stalls", 0.4, [["idling", 0.6]]],
      ["smoke-black", 0.3, []],
    ],
    codes: [
      ["P0401", "engine", 0.5],
      ["P0402", "engine", 0.5],
    ],
    tests: [
      ["egr-command", "high", 0.85],
      ["air-mass-full-load", "in-spec", 0.3],
    ],
    vain: [["air-mass-meter/reads-wrong", 0.3]],
  },
  {
    cause: "air-mass-meter/reads-wrong",
    models: ["packet", "letter", "ferryman", "hauler"],
    km: [70_000, 250_000],
    weight: 3,
    complaints: ["Uses far more than it used to, and is lazy."],
    symptoms: [
      [
        "low-power",
        0.7,
        [
          ["every-time", 0.5],
          ["gradually", 0.5],
        ],
      ],
      ["high-consumption", 0.6, []],
    ],
    codes: [
      ["P0101", "engine", 0.7],
      ["P0299", "engine", 0.2],
    ],
    tests: [
      ["air-mass-full-load", "low", 0.8],
      ["boost-leak-test", "in-spec", 0.5],
    ],
    vain: [["boost-hose/split", 0.1]],
  },
  {
    cause: "glow-plug/open-circuit",
    models: ["packet", "letter", "ferryman"],
    km: [80_000, 260_000],
    weight: 5,
    complaints: ["Takes an age to start in the morning and shakes.", "Smokes white for a minute after starting."],
    symptoms: [
      [
        "hard-start",
        0.9,
        [
          ["cold", 0.9],
          ["after-overnight", 0.6],
        ],
      ],
      ["smoke-white", 0.5, [["cold", 0.8]]],
    ],
    codes: [
      ["P0671", "engine", 0.4],
      ["P0672", "engine", 0.4],
    ],
    tests: [
      ["glow-plug-resistance", "open", 0.85],
      ["glow-feed", "in-spec", 0.5],
    ],
    vain: [["battery/low-capacity", 0.25]],
  },
  {
    cause: "glow-relay/no-signal",
    models: ["packet", "letter", "ferryman"],
    km: [90_000, 260_000],
    weight: 2,
    complaints: ["Hardly starts below freezing."],
    symptoms: [
      [
        "hard-start",
        1,
        [
          ["cold", 0.9],
          ["below-zero", 0.6],
        ],
      ],
      ["glow-lamp-flashing", 0.5, []],
    ],
    codes: [["P0380", "engine", 0.8]],
    tests: [
      ["glow-plug-resistance", "in-spec", 0.6],
      ["glow-feed", "high", 0.85],
    ],
    vain: [["glow-plug/open-circuit", 0.4]],
  },
  {
    cause: "filter-pressure-hose/split",
    models: ["letter", "packet"],
    km: [60_000, 190_000],
    weight: 4,
    complaints: ["Filter lamp is on again."],
    symptoms: [
      [
        "filter-lamp",
        1,
        [
          ["sometimes", 0.4],
          ["every-time", 0.3],
        ],
      ],
      ["limp-mode", 0.2, []],
    ],
    codes: [
      ["P2452", "engine", 0.6],
      ["P2002", "engine", 0.5],
    ],
    tests: [
      ["filter-pressure-idle", "hose-leaks", 0.85],
      ["soot-load", "in-spec", 0.4],
    ],
    vain: [
      ["filter-pressure-sensor/reads-wrong", 0.45],
      ["particulate-filter/blocked", 0.1],
    ],
  },
  {
    cause: "alternator-pulley/seized",
    models: ["ferryman", "letter"],
    km: [80_000, 210_000],
    weight: 4,
    complaints: ["Chirps when cold, and the belt flutters."],
    symptoms: [
      [
        "belt-chirp",
        1,
        [
          ["cold", 0.7],
          ["idling", 0.6],
        ],
      ],
      ["charge-lamp", 0.2, []],
    ],
    codes: [],
    tests: [
      ["pulley-freewheel", "locked", 0.9],
      ["charging-voltage", "in-spec", 0.5],
    ],
    vain: [["drive-belt/worn", 0.5]],
  },
  {
    cause: "tailgate-latch/stays-awake",
    models: ["lark", "minnow"],
    km: [30_000, 150_000],
    weight: 4,
    complaints: ["Flat after the weekend.", "Battery dead after two days, new battery did not help."],
    symptoms: [
      ["battery-flat", 1, [["after-standing", 0.9]]],
      ["lamp-warning-door", 0.4, [["sometimes", 0.7]]],
    ],
    codes: [["B1190", "body", 0.3]],
    tests: [
      ["battery-capacity", "in-spec", 0.7],
      ["rest-current", "high", 0.8],
      ["fuse-drop", "latch-fuse", 0.8],
    ],
    vain: [["battery/low-capacity", 0.55]],
  },
  {
    cause: "tow-module/stays-awake",
    models: ["hauler", "ferryman"],
    km: [20_000, 140_000],
    weight: 2,
    complaints: ["Battery flat on Mondays since the tow bar was fitted."],
    symptoms: [
      [
        "battery-flat",
        1,
        [
          ["after-standing", 0.9],
          ["since-new-part", 0.6],
        ],
      ],
    ],
    codes: [["U0113", "network", 0.4]],
    tests: [
      ["rest-current", "high", 0.8],
      ["fuse-drop", "tow-fuse", 0.8],
    ],
    vain: [["battery/low-capacity", 0.4]],
  },
  {
    cause: "wheel-bearing-rear/worn",
    models: ["packet", "lark", "minnow"],
    km: [70_000, 220_000],
    weight: 4,
    complaints: ["Hums on the open road, louder every week."],
    symptoms: [
      [
        "hum-with-speed",
        1,
        [
          ["motorway", 0.6],
          ["gradually", 0.7],
          ["turning-left", 0.3],
        ],
      ],
    ],
    codes: [],
    tests: [
      ["bearing-listen", "rear", 0.9],
      ["swap-wheels", "stayed", 0.3],
    ],
    vain: [["tyre/worn", 0.3]],
  },
  {
    cause: "caliper-slide/seized",
    models: ["packet", "ferryman", "hauler", "minnow"],
    km: [40_000, 200_000],
    weight: 4,
    complaints: ["Pulls to the left when braking and smells.", "One wheel is hot after a short drive."],
    symptoms: [
      ["brake-pull", 0.8, [["braking", 0.9]]],
      ["brake-hot", 0.7, [["every-time", 0.5]]],
    ],
    codes: [],
    tests: [
      ["caliper-slide-check", "stuck", 0.9],
      ["hose-release", "stays", 0.3],
    ],
    vain: [["brake-hose/blocked", 0.15]],
  },
  {
    cause: "sensor-ring/cracked",
    models: ["minnow", "lark", "letter"],
    km: [80_000, 220_000],
    weight: 3,
    complaints: ["Brake pedal rattles just before standing still."],
    symptoms: [
      [
        "abs-lamp",
        0.8,
        [
          ["low-speed", 0.7],
          ["braking", 0.6],
        ],
      ],
    ],
    codes: [
      ["C0035", "brakes", 0.6],
      ["C0045", "brakes", 0.3],
    ],
    tests: [
      ["wheel-speed-trace", "drops-out", 0.8],
      ["ring-look", "cracked", 0.7],
    ],
    vain: [["wheel-speed-sensor/open-circuit", 0.5]],
  },
  {
    cause: "sliding-door-loom/broken-wire",
    models: ["packet", "ferryman"],
    km: [50_000, 210_000],
    weight: 4,
    complaints: ["Sliding door stops half way.", "Door works when it likes."],
    symptoms: [
      [
        "door-no-power",
        1,
        [
          ["sometimes", 0.7],
          ["door-moving", 0.6],
        ],
      ],
      ["fuse-blows", 0.2, []],
    ],
    codes: [["B1247", "body", 0.4]],
    tests: [
      ["door-loom-bend", "reacts", 0.8],
      ["door-motor-direct", "runs", 0.5],
    ],
    vain: [["sliding-door-motor/worn", 0.4]],
  },
  {
    cause: "tail-lamp-earth/corroded",
    models: ["minnow", "packet", "letter", "hauler"],
    km: [60_000, 250_000],
    weight: 3,
    complaints: ["Indicator flickers with the brake lamp."],
    symptoms: [
      [
        "lamps-wrong",
        0.9,
        [
          ["brake-pedal", 0.7],
          ["lights-on", 0.6],
        ],
      ],
      ["lamp-dim", 0.4, []],
    ],
    codes: [],
    tests: [["tail-earth-drop", "high", 0.9]],
    vain: [["tail-lamp/high-resistance", 0.4]],
  },
  {
    cause: "blower-resistor/open-circuit",
    models: ["minnow", "letter", "packet", "lark"],
    km: [50_000, 220_000],
    weight: 3,
    complaints: ["Fan runs flat out or not at all."],
    symptoms: [["fan-one-speed", 1, [["every-time", 0.7]]]],
    codes: [],
    tests: [["blower-resistor-feed", "last-step-only", 0.9]],
    vain: [["blower-motor/worn", 0.2]],
  },
  {
    cause: "fuel-filter/iced",
    models: ["packet", "ferryman", "hauler"],
    km: [40_000, 200_000],
    weight: 2,
    complaints: ["Dies on the pass when it is freezing."],
    symptoms: [
      [
        "stalls",
        0.8,
        [
          ["below-zero", 0.9],
          ["under-load", 0.5],
        ],
      ],
      ["low-power", 0.5, [["below-zero", 0.8]]],
    ],
    codes: [["P0087", "engine", 0.6]],
    tests: [["filter-heater", "low", 0.85]],
    vain: [["fuel-pump/internal-fault", 0.2]],
  },
];
