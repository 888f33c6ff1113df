import type { Calculator } from "./calculator";
import { CABLE_DROP, CHARGE_PLAN, MEASURED_DROP, PARASITIC_DRAIN, POWER_AND_FUSE, RESISTANCE_AT } from "./electrical";
import { CLEAN_TRIES, LEAK_RATE, MIXTURE_TRIMS, ODD_ONE } from "./judging";
import { SPEEDS, TORQUE_ADAPTER, VIBRATION_ORDER } from "./turning";

export { findingText } from "./finding";
export { calculate, type Calculated, type Calculator, type CalculatorInput, type Given, type Line } from "./calculator";

/** Every calculator, in the order of the page. */
export const CALCULATORS: readonly Calculator[] = [
  CABLE_DROP,
  MEASURED_DROP,
  RESISTANCE_AT,
  POWER_AND_FUSE,
  PARASITIC_DRAIN,
  CHARGE_PLAN,
  VIBRATION_ORDER,
  SPEEDS,
  TORQUE_ADAPTER,
  ODD_ONE,
  LEAK_RATE,
  CLEAN_TRIES,
  MIXTURE_TRIMS,
];
