import { BRAKES_AND_STEERING_CHECKS } from "./checks/brakes-and-steering";
import { DRIVE_CHECKS } from "./checks/drive";
import { ELECTRICS_CHECKS } from "./checks/electrics";
import { ENGINE_CHECKS } from "./checks/engine";
import { FUEL_AND_AIR_CHECKS } from "./checks/fuel-and-air";
import { STARTING_CHECKS } from "./checks/starting";

export { STARTER_LINKS, STARTER_SYMPTOMS } from "./links";
export { STARTER_PARTS } from "./parts";

/** The first checks that any good technician does before measuring. */
export const STARTER_CHECKS = [
  ...STARTING_CHECKS,
  ...ELECTRICS_CHECKS,
  ...ENGINE_CHECKS,
  ...FUEL_AND_AIR_CHECKS,
  ...DRIVE_CHECKS,
  ...BRAKES_AND_STEERING_CHECKS,
];
export { OTHER_WORDS } from "./other-words";
