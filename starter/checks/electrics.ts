import { check } from "../check";

const DISCONNECT = "Key off before a plug is pulled; airbag plugs are left alone by who is not trained for them.";
const SHORT = "Fused leads only; a fuse is never bridged or replaced by a larger one.";
const HV = "High voltage: trained people only. Isolate, wait, prove the tester, measure, prove it again.";

/** First checks of lamps, body and everything electrical. */
export const ELECTRICS_CHECKS = [
  check({
    key: "fuse",
    title: "The fuse of the circuit, and what made it blow",
    on: "fuse",
    basic: true,
    minutes: 3,
    tools: ["multimeter"],
    caution: SHORT,
    steps: [
      "Both sides against earth with the circuit on",
      "An open fuse has a cause of its own: look for it before the new one goes in",
    ],
    outcomes: {
      open: ["Open", "fuse proves, door-loom supports, engine-loom supports"],
      good: ["Carries", "fuse clears"],
    },
  }),
  check({
    key: "earth-drop",
    title: "Voltage drop of the consumer's earth, switched on",
    on: "body-earth",
    basic: true,
    minutes: 6,
    tools: ["multimeter"],
    steps: ["From the consumer's earth pin to the battery's minus post, consumer on"],
    outcomes: {
      high: ["More than 0.2 V", "body-earth confirms, tail-lamp-earth confirms"],
      good: ["Under 0.2 V", "body-earth clears, tail-lamp-earth clears"],
    },
  }),
  check({
    key: "bulb",
    title: "Bulb out and looked at, socket too",
    on: "bulb",
    minutes: 4,
    caution: "Bulbs get hot; gas-discharge lamps carry high voltage and are left to who is trained.",
    steps: ["Filament whole? Socket clean, not melted?"],
    outcomes: { bad: ["Burnt out or corroded", "bulb proves"], good: ["Whole", "bulb clears"] },
  }),
  check({
    key: "stop-lamp-switch",
    title: "Stop-lamp switch in live data or by meter",
    on: "lamp-switch",
    minutes: 4,
    steps: ["Pedal down and up: does the state change?"],
    outcomes: { stuck: ["It does not change", "lamp-switch confirms"], good: ["It changes", "lamp-switch clears"] },
  }),
  check({
    key: "wiper-feed",
    title: "Feed at the wiper motor's plug",
    on: "wiper-motor",
    minutes: 8,
    tools: ["test lamp"],
    caution: "Wiper arms move without warning: fingers out of the linkage.",
    steps: ["Plug off, wipers on: is there a feed and an earth?"],
    outcomes: {
      fed: ["Feed and earth are there", "wiper-motor confirms"],
      none: ["No feed", "lamp-switch supports, wiper-motor weakens"],
    },
  }),
  check({
    key: "horn-feed",
    title: "Feed at the horn",
    on: "horn",
    minutes: 5,
    tools: ["test lamp"],
    steps: ["Plug off, press the horn: does the lamp light?"],
    outcomes: {
      fed: ["Lights", "horn confirms"],
      none: ["Dark", "airbag-connector supports, horn weakens"],
    },
  }),
  check({
    key: "modules-silent",
    title: "Which modules answer the scan tool?",
    on: "network-wiring",
    minutes: 8,
    tools: ["scan tool"],
    steps: ["Read every module", "What do the silent ones share: a feed, an earth, a branch of the network?"],
    outcomes: {
      several: ["Several are silent", "network-wiring confirms, fuse supports, body-earth supports"],
      all: ["All answer", "network-wiring weakens"],
    },
  }),
  check({
    key: "airbag-plugs",
    title: "Airbag plugs under the seats, by eye",
    on: "airbag-connector",
    minutes: 5,
    caution:
      "Airbags and belt tensioners: battery off and waited as the maker says, nothing measured with an ordinary meter, trained people only.",
    steps: ["Key off. Look whether a plug was pulled or strained by the seat's movement; do not unplug it"],
    outcomes: {
      strained: ["Strained or half out", "airbag-connector confirms"],
      good: ["Seated and locked", "airbag-connector weakens"],
    },
  }),
  check({
    key: "interlock",
    title: "High-voltage interlock in live data",
    on: "high-voltage-interlock",
    minutes: 6,
    tools: ["scan tool"],
    caution: HV,
    steps: ["Read the interlock's state and where it is open; open no orange cable for this"],
    outcomes: {
      open: ["Open", "high-voltage-interlock confirms"],
      closed: ["Closed", "high-voltage-interlock clears"],
    },
  }),
  check({
    key: "door-loom",
    title: "Open the door's rubber gaiter and bend the loom",
    on: "door-loom",
    minutes: 8,
    caution: DISCONNECT,
    steps: ["Gaiter back, look for broken insulation", "Move each wire while somebody watches the fault"],
    outcomes: {
      broken: ["A wire is broken or the fault moves", "door-loom proves"],
      good: ["Sound", "door-loom clears"],
    },
  }),
  check({
    key: "latch-state",
    title: "Door latch state in live data, opened and shut",
    on: "door-latch",
    minutes: 5,
    tools: ["scan tool"],
    steps: ["Turn the latch by screwdriver and watch the state"],
    outcomes: {
      wrong: ["The state does not follow", "door-latch confirms"],
      good: ["It follows", "door-latch clears"],
    },
  }),
  check({
    key: "window-current",
    title: "Does the window motor try?",
    on: "window-regulator",
    minutes: 5,
    caution: "Fingers out of the window's way: it may move at once.",
    steps: ["Press the switch, listen, and watch whether lamps dim"],
    outcomes: {
      tries: ["It tries and does not move", "window-regulator confirms"],
      silent: ["Nothing", "door-loom supports, window-regulator weakens"],
    },
  }),
  check({
    key: "key-cell",
    title: "A fresh cell in the remote key, or the second key",
    on: "remote-key",
    minutes: 3,
    steps: ["Try the second key first"],
    outcomes: { works: ["It works then", "remote-key confirms"], same: ["No change", "remote-key weakens"] },
  }),
  check({
    key: "blower-feed",
    title: "Feed and earth at the blower motor",
    on: "blower-motor",
    minutes: 7,
    tools: ["multimeter"],
    steps: ["Plug off, highest speed: is there battery voltage across the two pins?"],
    outcomes: {
      fed: ["It is there", "blower-motor confirms"],
      none: ["It is not", "blower-resistor supports, body-earth supports, blower-motor weakens"],
    },
  }),
  check({
    key: "blower-resistor",
    title: "Resistance of the blower's resistor pack",
    on: "blower-resistor",
    minutes: 6,
    tools: ["multimeter"],
    caution: "The pack stays hot for a while after running.",
    steps: ["Plug off; measure each step"],
    outcomes: {
      open: ["A step is open", "blower-resistor proves"],
      good: ["All steps have a value", "blower-resistor clears"],
    },
  }),
];
