import type { Procedure } from "@/core/book";
import { FUSED } from "./cautions";
import { procedure } from "./draft";

export const BODY_PROCEDURES: readonly Procedure[] = [
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
    key: "blower-resistor-feed",
    title: "Feed and earth at the blower on each step",
    component: "blower-resistor",
    minutes: 12,
    access: ["glovebox-out", 8],
    tools: ["multimeter"],
    outcomes: {
      "last-step-only": ["Voltage on the last step only", "blower-resistor/open-circuit++ blower-motor/worn--"],
      "all-steps": ["Voltage on every step", "blower-resistor/open-circuit-- blower-motor/worn++"],
      "runs-on-all": ["Runs on every step, draw as stated", "blower-resistor/open-circuit-- blower-motor/worn--"],
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
    key: "drain-water",
    title: "Pour water into each roof drain",
    component: "roof-drain",
    minutes: 12,
    outcomes: {
      inside: ["Water comes out inside", "roof-drain/blocked++ door-seal/split-"],
      under: ["Runs out under the vehicle", "roof-drain/blocked-- door-seal/split+"],
    },
  }),
];
