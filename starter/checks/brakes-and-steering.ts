import { check } from "../check";

const STANDS = "On stands or a lift, never under a jack alone; wheels chocked.";
const BRAKES = "Brakes: a second person signs, and the first stop is made at walking pace. Dust is not blown about.";
const STEERING = "Steering and suspension: a second person signs what was undone; springs are under load.";
const ROAD = "Road test by who may; a second person reads.";

/** First checks of brakes, steering and suspension. */
export const BRAKES_AND_STEERING_CHECKS = [
  check({
    key: "brake-fluid",
    title: "Brake fluid: level, age, wet places",
    on: "brake-fluid",
    basic: true,
    minutes: 5,
    caution: BRAKES,
    steps: ["Level in the tank; then every wheel, hose and the booster's face: dry?"],
    outcomes: {
      low: [
        "Low or wet somewhere",
        "brake-fluid proves, brake-hose supports, caliper supports, master-cylinder supports",
      ],
      good: ["Full and dry", "brake-fluid weakens"],
    },
  }),
  check({
    key: "pedal-hold",
    title: "Brake pedal held down: does it sink?",
    on: "master-cylinder",
    minutes: 3,
    caution: BRAKES,
    steps: ["Engine running, steady foot for a minute"],
    outcomes: {
      sinks: ["Sinks slowly", "master-cylinder confirms, brake-hose supports"],
      spongy: ["Springy, better after pumping", "brake-fluid supports"],
      holds: ["Holds", "master-cylinder clears"],
    },
  }),
  check({
    key: "booster",
    title: "Brake booster: pedal down, start the engine",
    on: "brake-booster",
    minutes: 3,
    steps: ["Pump the pedal empty, hold, start: does it go down a little?"],
    outcomes: {
      stays: ["It stays up", "brake-booster confirms, vacuum-hose supports"],
      drops: ["It drops", "brake-booster clears"],
    },
  }),
  check({
    key: "wheel-temperatures",
    title: "Wheel temperatures compared after a drive",
    on: "caliper",
    minutes: 10,
    tools: ["infrared thermometer"],
    caution: "Hot discs burn.",
    steps: ["Drive without hard braking, measure each disc at once"],
    outcomes: {
      hot: [
        "One is much hotter",
        "caliper supports, caliper-slide supports, brake-hose supports, parking-brake-cable supports",
      ],
      even: ["Even left and right", "caliper clears, caliper-slide clears, brake-hose clears"],
    },
  }),
  check({
    key: "caliper-hose",
    title: "Hot wheel lifted: does the bleed screw free it?",
    on: "brake-hose",
    minutes: 12,
    caution: BRAKES,
    steps: ["Turn the wheel by hand; open the bleed screw a little; turn again"],
    outcomes: {
      frees: ["It frees", "brake-hose confirms, caliper weakens"],
      stays: ["Still tight", "caliper confirms, caliper-slide confirms, brake-hose clears"],
    },
  }),
  check({
    key: "pads-discs",
    title: "Pads and discs, all four wheels",
    on: "brake-disc",
    minutes: 15,
    caution: `${STANDS} ${BRAKES}`,
    steps: ["Thickness, uneven wear inside and outside, cracks, run-out", "Do the slides move by hand?"],
    outcomes: {
      pads: ["Pads worn", "brake-pad proves"],
      discs: ["Discs worn, cracked or out of true", "brake-disc proves"],
      slides: ["A slide is stuck", "caliper-slide proves"],
      good: ["All within limits", "brake-pad clears, brake-disc clears, caliper-slide clears"],
    },
  }),
  check({
    key: "parking-brake",
    title: "Parking brake cable: travel, and does it go back?",
    on: "parking-brake-cable",
    minutes: 8,
    caution: STANDS,
    steps: ["Somebody pulls and lets go; watch the levers at both wheels"],
    outcomes: {
      stuck: ["Stiff or does not return", "parking-brake-cable proves"],
      good: ["Free", "parking-brake-cable clears"],
    },
  }),
  check({
    key: "wheel-speeds",
    title: "All wheel speeds in live data, slowly from standing",
    on: "wheel-speed-sensor",
    minutes: 8,
    tools: ["scan tool"],
    caution: ROAD,
    steps: ["Straight ahead at walking pace: which one is late, drops out, or ripples?"],
    outcomes: {
      missing: ["One is missing", "wheel-speed-sensor confirms, network-wiring supports"],
      ripples: ["One ripples once a turn", "sensor-ring confirms, wheel-bearing-front supports"],
      even: ["All alike", "wheel-speed-sensor clears, sensor-ring clears"],
    },
  }),
  check({
    key: "steering-fluid",
    title: "Steering fluid: level and leaks",
    on: "steering-fluid",
    basic: true,
    minutes: 4,
    steps: ["Level cold; wet at rack, pump, hoses?"],
    outcomes: {
      low: ["Low or wet", "steering-fluid proves, steering-rack supports"],
      good: ["Full and dry", "steering-fluid clears"],
    },
  }),
  check({
    key: "steering-free",
    title: "Front wheels off the ground: is the steering free?",
    on: "steering-joint",
    minutes: 8,
    caution: STANDS,
    steps: ["Turn from lock to lock by hand; where does it bind?"],
    outcomes: {
      binds: ["Binds", "steering-joint confirms, ball-joint supports, steering-rack supports"],
      free: ["Free", "steering-joint clears, tyre supports, steering-torque-sensor supports"],
    },
  }),
  check({
    key: "front-end-play",
    title: "Front end by hand and lever: play in every joint",
    on: "tie-rod-end",
    minutes: 12,
    caution: STEERING,
    steps: ["Rock at three and nine, then at twelve and six; somebody watches each joint"],
    outcomes: {
      tie: ["Tie rod end", "tie-rod-end proves"],
      ball: ["Ball joint", "ball-joint proves"],
      bush: ["Control arm bush", "control-arm-bush proves"],
      rack: ["Inside the rack", "steering-rack proves"],
      none: ["None", "tie-rod-end clears, ball-joint clears, control-arm-bush weakens, steering-rack weakens"],
    },
  }),
  check({
    key: "anti-roll-links",
    title: "Anti-roll bar links by lever, wheels loaded",
    on: "anti-roll-link",
    minutes: 6,
    caution: STEERING,
    steps: ["On a ramp, wheels loaded; lever at each end while somebody rocks the car"],
    outcomes: { play: ["Play or knock", "anti-roll-link proves"], good: ["Tight", "anti-roll-link clears"] },
  }),
  check({
    key: "dampers-springs",
    title: "Dampers and springs, by eye and by bouncing",
    on: "shock-absorber",
    minutes: 8,
    caution: "Springs are under load: nothing is undone for this.",
    steps: [
      "Oil on a damper? A coil broken, often the lowest?",
      "Heights left and right; strut top while somebody steers",
    ],
    outcomes: {
      damper: ["Wet damper", "shock-absorber proves"],
      spring: ["Broken spring", "spring proves"],
      mount: ["The top mount twists or knocks", "strut-mount proves"],
      good: ["All sound", "shock-absorber clears, spring clears, strut-mount weakens"],
    },
  }),
  check({
    key: "alignment",
    title: "Wheel alignment measured",
    on: "wheel-alignment",
    minutes: 30,
    tools: ["alignment rig"],
    caution: STEERING,
    steps: ["Pressures and play first: they spoil the measurement"],
    outcomes: { off: ["Out of limits", "wheel-alignment proves"], good: ["Within limits", "wheel-alignment clears"] },
  }),
  check({
    key: "steering-zero",
    title: "Steering torque and angle at rest, in live data",
    on: "steering-torque-sensor",
    minutes: 5,
    tools: ["scan tool"],
    steps: ["Hands off, straight ahead: both near zero?"],
    outcomes: {
      off: ["Not near zero", "steering-torque-sensor confirms, wheel-alignment supports"],
      good: ["Near zero", "steering-torque-sensor clears"],
    },
  }),
];
