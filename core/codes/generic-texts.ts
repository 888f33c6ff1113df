import { AIR_AND_FUEL, AIR_AND_FUEL_CIRCUITS, AIR_AND_FUEL_SERIES } from "./texts/air-and-fuel";
import { familyTexts, seriesTexts } from "./texts/family";
import {
  IGNITION_AND_EMISSION_CIRCUITS,
  IGNITION_AND_EMISSION_SERIES,
  IGNITION_AND_EMISSIONS,
} from "./texts/ignition-and-emissions";
import { NETWORK_AND_CHASSIS, NETWORK_SERIES } from "./texts/network-and-chassis";
import { SECOND_POWERTRAIN, SECOND_POWERTRAIN_CIRCUITS, SECOND_POWERTRAIN_SERIES } from "./texts/second-powertrain";
import {
  VEHICLE_AND_CONTROL,
  VEHICLE_AND_CONTROL_CIRCUITS,
  VEHICLE_AND_CONTROL_SERIES,
} from "./texts/vehicle-and-control";

let texts: ReadonlyMap<string, string> | null = null;

/** Meanings of common generic codes (SAE J2012), in our own words. A code names a circuit or a symptom, not a part to buy. */
export function genericTexts(): ReadonlyMap<string, string> {
  texts ??= new Map([
    ...[AIR_AND_FUEL, IGNITION_AND_EMISSIONS, VEHICLE_AND_CONTROL, SECOND_POWERTRAIN, NETWORK_AND_CHASSIS].flatMap(
      (single) => Object.entries(single),
    ),
    ...[
      AIR_AND_FUEL_CIRCUITS,
      IGNITION_AND_EMISSION_CIRCUITS,
      VEHICLE_AND_CONTROL_CIRCUITS,
      SECOND_POWERTRAIN_CIRCUITS,
    ].flatMap((circuits) => circuits.flatMap(familyTexts)),
    ...[
      AIR_AND_FUEL_SERIES,
      IGNITION_AND_EMISSION_SERIES,
      VEHICLE_AND_CONTROL_SERIES,
      SECOND_POWERTRAIN_SERIES,
      NETWORK_SERIES,
    ].flatMap((series) => series.flatMap(seriesTexts)),
  ]);
  return texts;
}

/** What a generic code means, or null where the product has no words for it. */
export function genericText(code: string): string | null {
  return genericTexts().get(code) ?? null;
}
