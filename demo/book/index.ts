import type { Procedure } from "@/core/book";
import { BODY_PROCEDURES } from "./body";
import { CHASSIS_PROCEDURES } from "./chassis";
import { ELECTRICS_PROCEDURES } from "./electrics";
import { ENGINE_PROCEDURES } from "./engine";
import { FUEL_AND_COOLING_PROCEDURES } from "./fuel-and-cooling";
import { SUPPLY_AND_NOISE_PROCEDURES } from "./supply-and-noise";

/** The demo shop's book. */
export const PROCEDURES: readonly Procedure[] = [
  ...ENGINE_PROCEDURES,
  ...ELECTRICS_PROCEDURES,
  ...CHASSIS_PROCEDURES,
  ...BODY_PROCEDURES,
  ...FUEL_AND_COOLING_PROCEDURES,
  ...SUPPLY_AND_NOISE_PROCEDURES,
];

export { REPAIRS } from "./repairs";
export { REPAIR_SHEETS } from "./repair-sheets";
export { knownFailures } from "./known-failures";
export { CODE_ENTRIES, CODE_GROUPS } from "./codes";
export { DESIGNED_CASES, MARKET_MATTERS } from "./variants";
export { INSTRUMENTS } from "./instruments";
