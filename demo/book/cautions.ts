/** The usual cautions, before the step. */
export const HOT = "Exhaust and coolant parts stay hot for a long time: let them cool, or wear gloves made for it.";
export const BELT = "Running belts and fans: sleeves and hair back, no hands near the drive while the engine runs.";
export const LIFT = "Lift and stands only, never under a jack alone; check the lifting points for this vehicle.";
export const BRAKES =
  "Brake work: a second person checks and signs before the vehicle goes out. Follow the maker's procedure.";
export const FUEL = "Fuel under pressure: let the system rest, relieve pressure, no flames, catch what drips.";
export const FUSED = "Feeding a part directly: use a lead with its own fuse.";
