import { CHASSIS_CHECKS } from "./checks-chassis";
import { ELECTRIC_CHECKS } from "./checks-electric";
import { ENGINE_CHECKS } from "./checks-engine";

export { STARTER_LINKS, STARTER_SYMPTOMS } from "./links";
export { STARTER_PARTS } from "./parts";

/** The first checks that any good technician does before measuring. */
export const STARTER_CHECKS = [...ELECTRIC_CHECKS, ...ENGINE_CHECKS, ...CHASSIS_CHECKS];
