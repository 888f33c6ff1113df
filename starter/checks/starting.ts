import { check } from "../check";

const BATTERY = "Batteries give off hydrogen: no flames or sparks, eyes protected, earth lead off first and on last.";
const CRANK = "Gear out, parking brake on, nobody near belts and fans.";
const BELTS = "Keep hands, hair and clothes away from running belts and fans.";
const DISCONNECT = "Key off before a plug is pulled; airbag plugs are left alone by who is not trained for them.";
const SHORT = "Fused leads only; a fuse is never bridged or replaced by a larger one.";

/** First checks of starting and charging. */
export const STARTING_CHECKS = [
  check({
    key: "battery-rest",
    title: "Battery voltage at rest",
    on: "battery",
    basic: true,
    minutes: 2,
    tools: ["multimeter"],
    caution: BATTERY,
    steps: ["Everything off for some minutes", "Measure across the posts themselves, not the clamps"],
    outcomes: {
      low: ["Under 12.2 V", "battery confirms, body-control-unit supports, alternator supports"],
      good: ["12.4 V or more", "battery weakens"],
    },
  }),
  check({
    key: "battery-cranking",
    title: "Battery voltage while cranking",
    on: "battery",
    minutes: 4,
    tools: ["multimeter"],
    caution: CRANK,
    steps: [
      "Measure across the posts while somebody turns the key",
      "Note the lowest value, and whether the starter tries",
    ],
    outcomes: {
      collapses: ["Falls under 9.6 V", "battery confirms, starter-motor supports"],
      holds: ["Stays above 9.6 V and the engine turns", "battery clears, starter-motor clears"],
      silent: [
        "Stays up and nothing turns",
        "battery clears, starter-relay supports, starter-motor supports, selector-switch supports, clutch-switch supports, ignition-switch supports",
      ],
    },
  }),
  check({
    key: "battery-terminals",
    title: "Battery clamps and cables, by hand and eye",
    on: "battery-terminal",
    basic: true,
    minutes: 3,
    caution: BATTERY,
    steps: ["Try to turn each clamp on its post", "Look for green or white growth under the covers"],
    outcomes: {
      bad: ["Loose or corroded", "battery-terminal proves"],
      good: ["Tight and clean", "battery-terminal clears"],
    },
  }),
  check({
    key: "engine-earth-drop",
    title: "Voltage drop of the engine earth while cranking",
    on: "earth-strap",
    basic: true,
    minutes: 5,
    tools: ["multimeter"],
    caution: CRANK,
    steps: ["Meter from the engine block to the battery's minus post", "Crank; read the drop"],
    outcomes: { high: ["More than 0.3 V", "earth-strap proves"], good: ["Under 0.3 V", "earth-strap clears"] },
  }),
  check({
    key: "starter-command",
    title: "Command at the starter terminal",
    on: "starter-motor",
    minutes: 8,
    tools: ["test lamp or multimeter"],
    caution: CRANK,
    steps: ["Probe the small terminal at the starter", "Turn the key: is there battery voltage, and does it click?"],
    outcomes: {
      commanded: [
        "Voltage is there, the starter does not turn",
        "starter-motor confirms, earth-strap supports, starter-relay clears, ignition-switch clears, selector-switch clears, clutch-switch clears, immobiliser clears",
      ],
      none: [
        "No voltage arrives",
        "starter-motor weakens, starter-relay supports, selector-switch supports, clutch-switch supports, ignition-switch supports, immobiliser supports",
      ],
      turns: [
        "Voltage is there, and it turns",
        "starter-motor clears, starter-relay clears, ignition-switch clears, selector-switch clears, clutch-switch clears, immobiliser clears",
      ],
    },
  }),
  check({
    key: "starter-relay-swap",
    title: "Starter relay swapped with its twin",
    on: "starter-relay",
    minutes: 3,
    caution: DISCONNECT,
    steps: ["Find a relay with the same number in the box", "Swap, try, and swap back"],
    outcomes: {
      cured: ["It works with the other relay", "starter-relay confirms"],
      same: ["No change", "starter-relay clears"],
    },
  }),
  check({
    key: "selector-position",
    title: "Does it crank in neutral instead of park?",
    on: "selector-switch",
    basic: true,
    minutes: 3,
    caution: CRANK,
    steps: ["Foot on the brake, try in P and in N, moving the lever a little"],
    outcomes: {
      other: ["It cranks in another position", "selector-switch confirms"],
      same: ["Same in both", "selector-switch weakens"],
    },
  }),
  check({
    key: "clutch-switch-live",
    title: "Clutch pedal switch in live data",
    on: "clutch-switch",
    minutes: 4,
    tools: ["scan tool"],
    steps: ["Read the pedal state while the pedal goes down and up"],
    outcomes: {
      stuck: ["The state does not change", "clutch-switch confirms"],
      good: ["It changes as it should", "clutch-switch clears"],
    },
  }),
  check({
    key: "key-lamp",
    title: "Key lamp or immobiliser message with the key on",
    on: "immobiliser",
    minutes: 2,
    steps: ["Key on; watch the key lamp for ten seconds", "Try the second key"],
    outcomes: {
      refused: ["It blinks, or the other key works", "immobiliser confirms, remote-key supports"],
      accepted: ["It goes out", "immobiliser weakens"],
    },
  }),
  check({
    key: "ignition-feed",
    title: "Do lamps and blower stay on while the key is turned?",
    on: "ignition-switch",
    minutes: 2,
    caution: CRANK,
    steps: ["Blower on, key on, wiggle the key a little"],
    outcomes: {
      drops: ["Things drop out as the key moves", "ignition-switch confirms"],
      holds: ["All stays on", "ignition-switch weakens"],
    },
  }),
  check({
    key: "main-fuse",
    title: "Main fuses at the battery, by eye and meter",
    on: "main-fuse",
    basic: true,
    minutes: 4,
    tools: ["multimeter"],
    caution: SHORT,
    steps: ["Look through the window of each link", "Measure both sides against earth"],
    outcomes: { open: ["One is open", "main-fuse proves"], good: ["All carry", "main-fuse clears"] },
  }),
  check({
    key: "worked-on-last",
    title: "Look at what was worked on last",
    on: "engine-loom",
    basic: true,
    minutes: 5,
    steps: [
      "Ask what was done lately and by whom",
      "Plugs pushed home and locked, clips and earths back on, hoses seated",
    ],
    outcomes: {
      found: [
        "Something is loose or left off",
        "engine-loom confirms, body-earth supports, battery-terminal supports, intake-leak supports",
      ],
      nothing: ["All is as it should be", "engine-loom weakens"],
    },
  }),
  check({
    key: "charge-voltage",
    title: "Charging voltage at idle, with lamps and blower on",
    on: "alternator",
    minutes: 4,
    tools: ["multimeter"],
    caution: BELTS,
    steps: ["Measure at the battery", "Switch on lamps, blower and rear screen; raise the speed to 2,000"],
    outcomes: {
      low: [
        "Under 13.2 V",
        "alternator confirms, alternator-regulator confirms, drive-belt supports, battery-terminal supports",
      ],
      high: ["Over 15 V", "alternator-regulator confirms"],
      good: ["13.5 to 14.8 V", "alternator clears, alternator-regulator clears, drive-belt weakens"],
    },
  }),
  check({
    key: "belt-look",
    title: "Drive belt and tensioner, engine off",
    on: "drive-belt",
    minutes: 4,
    caution: "Key out: nobody starts the engine while hands are at the belt.",
    steps: ["Cracks, gloss, missing ribs; where the tensioner's mark stands"],
    outcomes: {
      bad: ["Worn, wet or slack", "drive-belt proves, belt-tensioner supports"],
      good: ["Sound and tight", "drive-belt clears, belt-tensioner weakens"],
    },
  }),
  check({
    key: "belt-noise-water",
    title: "Does a splash of water change the chirp?",
    on: "drive-belt",
    minutes: 3,
    caution: BELTS,
    steps: ["A few drops from a bottle on the ribbed side, from a distance"],
    outcomes: {
      changes: ["It changes for a moment", "drive-belt confirms, alternator-pulley supports"],
      same: ["No change", "belt-tensioner supports, coolant-pump supports, drive-belt weakens"],
    },
  }),
  check({
    key: "sleep-current",
    title: "Current drawn once the vehicle sleeps",
    on: "body-control-unit",
    minutes: 30,
    tools: ["clamp meter for small currents"],
    caution: BATTERY,
    steps: [
      "Latch the bonnet and doors by hand, lock, wait half an hour",
      "Read; then pull fuses one at a time and see which one stops it",
    ],
    outcomes: {
      high: [
        "More than 0.05 A",
        "body-control-unit supports, door-latch supports, alternator supports, battery weakens",
      ],
      good: ["0.05 A or less", "battery supports, body-control-unit clears"],
    },
  }),
];
