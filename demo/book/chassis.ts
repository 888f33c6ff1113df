import type { Procedure } from "@/core/book";
import { LIFT, BRAKES } from "./cautions";
import { between, atLeast, procedure } from "./draft";

export const CHASSIS_PROCEDURES: readonly Procedure[] = [
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
