import type { Series } from "./family";

/** Networks and modules that do not answer: U0xxx; and the few of the chassis that are generic. */
export const NETWORK_AND_CHASSIS: Readonly<Record<string, string>> = {
  C0035: "Wheel speed sensor front left",
  C0040: "Wheel speed sensor front right",
  C0045: "Wheel speed sensor rear left",
  C0050: "Wheel speed sensor rear right",
  C0051: "Steering angle sensor",
  C0110: "Brake pump motor: circuit",
  C0121: "Brake valve relay: circuit",
  C0161: "Brake switch: circuit",
  U0001: "High-speed network",
  U0002: "High-speed network: performance",
  U0003: "High-speed network: line + open",
  U0010: "Medium-speed network",
  U0019: "Low-speed network",
  U0028: "Vehicle bus A",
  U0073: "Network off",
  U0074: "Network off, bus B",
  U0140: "No communication with the body control unit",
  U0155: "No communication with the instruments",
  U0164: "No communication with the climate control unit",
};

const LOST = "No communication with #";
const INVALID = "Invalid data from #";

/** One module after another. */
export const NETWORK_SERIES: readonly Series[] = [
  [
    "U0100",
    LOST,
    [
      "the engine control unit",
      "the transmission control unit",
      "the transfer case control unit",
      "the selector",
      "the cruise control unit",
      "the injector control unit",
      "the glow control unit",
      "the throttle control unit",
    ],
  ],
  ["U0109", LOST, ["the fuel pump control unit"]],
  ["U0110", LOST, ["the drive motor control unit", "the high-voltage battery control unit"]],
  ["U0114", LOST, ["the four-wheel-drive clutch control unit", "the second engine control unit"]],
  [
    "U0121",
    LOST,
    [
      "the brake control unit",
      "the stability control unit",
      "the yaw rate sensor",
      "the lateral acceleration sensor",
      "the acceleration sensor",
      "the steering angle sensor",
      "the tyre pressure control unit",
      "the parking brake control unit",
      "the brake system control unit",
    ],
  ],
  ["U0131", LOST, ["the power steering control unit", "the ride height control unit"]],
  ["U0141", LOST, ["body control unit A", "body control unit B", "body control unit C"]],
  ["U0146", LOST, ["the gateway"]],
  ["U0151", LOST, ["the restraint control unit"]],
  ["U0154", LOST, ["the seat occupation sensor"]],
  ["U0159", LOST, ["the parking aid"]],
  ["U0166", LOST, ["the auxiliary heater", "the immobiliser"]],
  ["U0182", LOST, ["the front lighting control unit", "the rear lighting control unit", "the radio"]],
  ["U0199", LOST, ["door control unit A"]],
  ["U0200", LOST, ["door control unit B", "door control unit C", "door control unit D"]],
  ["U0208", LOST, ["the seat control unit"]],
  ["U0212", LOST, ["the steering column control unit"]],
  ["U0230", LOST, ["the rear gate control unit", "the rain sensor"]],
  ["U0235", LOST, ["the distance sensor", "the column lock"]],
  [
    "U0300",
    "#",
    [
      "Software of modules does not fit together",
      "Software of the engine control unit does not fit",
      "Software of the transmission control unit does not fit",
    ],
  ],
  ["U0401", INVALID, ["the engine control unit", "the transmission control unit"]],
  ["U0415", INVALID, ["the brake control unit", "the stability control unit"]],
  ["U0420", INVALID, ["the power steering control unit"]],
  ["U0422", INVALID, ["the body control unit", "the instruments", "the climate control unit"]],
  ["U0428", INVALID, ["the steering angle sensor"]],
  ["U0447", INVALID, ["the gateway"]],
  ["U0452", INVALID, ["the restraint control unit"]],
];
