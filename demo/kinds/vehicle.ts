import type { Kind } from "./kind";

export const VEHICLE_KINDS: readonly Kind[] = [
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
];
