import type { Procedure } from "@/core/book";
import { BELT } from "./cautions";
import { between, atMost, atLeast, procedure } from "./draft";

export const ELECTRICS_PROCEDURES: readonly Procedure[] = [
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
];
