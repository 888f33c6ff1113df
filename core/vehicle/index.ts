export { FUELS, GEARBOXES, USES, vehicleName, type Vehicle } from "./vehicle";
export {
  ALL_VEHICLES,
  UNSOLVED_JOBS,
  chainFor,
  groupName,
  groupsOf,
  makeGroup,
  modelGroup,
  relatedSystems,
  type GroupKey,
} from "./groups";
export { VIN_LENGTH, vinCheckDigit } from "./vin-check-digit";
export { readVin, tidyVin, vinProblemText, type VinProblem, type VinReading, type VinRegion } from "./vin";
export { vinCorrections, type VinCorrection } from "./vin-corrections";
