export { vehicleName, type Vehicle } from "./vehicle";
export { ALL_VEHICLES, chainFor, groupName, groupsOf, makeGroup, modelGroup, type GroupKey } from "./groups";
export { vinCheckDigit } from "./vin-check-digit";
