import type { Kind } from "./kind";

export const ENGINE_KINDS: readonly Kind[] = [
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
