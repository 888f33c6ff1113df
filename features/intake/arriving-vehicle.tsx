"use client";

import type { VehicleId } from "@/core/ids";
import { odometerInput, odometerText, type UnitSystem } from "@/features/shared/format";
import { NO_VEHICLE, vehicleDraftOf, vehicleInput, type VehicleDraft } from "@/features/shared/vehicle/vehicle-draft";
import { VehicleFields } from "@/features/shared/vehicle/vehicle-fields";
import type { ModelChoices } from "@/server/db/catalogue";
import type { SeenVehicle } from "@/server/db/vehicles";
import { Field, TextInput } from "@/ui/form";
import { KnownHistory } from "./known-history";
import { useKnownVehicles } from "./use-known-vehicles";

/** A vehicle at the gate, while it is typed. */
export interface Arrival {
  readonly vehicle: VehicleDraft;
  /** The vehicle of the shop that was taken, where one was. */
  readonly known: VehicleId | null;
  readonly odometer: string;
  /** Why it reads less than before. */
  readonly odometerReason: string;
}

export const NO_ARRIVAL: Arrival = { vehicle: NO_VEHICLE, known: null, odometer: "", odometerReason: "" };

/** What the server takes: kilometres whatever the dial shows. */
export function arrivalInput({ vehicle, odometer, odometerReason }: Arrival, units: UnitSystem): object {
  return { vehicle: vehicleInput(vehicle), odometerKm: odometerInput(odometer, units), odometerReason };
}

interface ArrivingVehicleProps {
  /** The server found that the odometer reads less than on an earlier job. */
  readonly runsBackwards: boolean;
  readonly value: Arrival;
  readonly onChange: (value: Arrival) => void;
  readonly models: readonly ModelChoices[];
  /** Vehicles that came in last. */
  readonly lately: readonly SeenVehicle[];
  readonly units: UnitSystem;
  readonly timeZone: string;
}

/** Plate or VIN first, or a tap on one that was here lately: a vehicle that the shop knows fills in the rest. */
export function ArrivingVehicle({
  value,
  onChange,
  models,
  lately,
  units,
  timeZone,
  runsBackwards,
}: ArrivingVehicleProps) {
  const { vehicle } = value;
  const found = useKnownVehicles(vehicle.plate || vehicle.vin);
  const untouched = !vehicle.plate && !vehicle.vin && !vehicle.make;
  const known = untouched ? lately : found;
  const taken = known.some(({ vin, plate }) => vin === vehicle.vin && plate === vehicle.plate && vehicle.make);
  const list = known.length > 0 && !taken && (
    <div className="col-span-full" role="group" aria-label="Known vehicles">
      <p className="text-sm text-ink-soft">{untouched ? "Here lately:" : "Known to the shop:"}</p>
      {known.map((each) => (
        <button
          key={each.id}
          type="button"
          className="flex min-h-12 w-full flex-wrap items-center gap-x-4 border-b border-rule px-2 py-2 text-left hover:bg-paper-2"
          onClick={() => onChange({ ...value, vehicle: vehicleDraftOf(each), known: each.id })}
        >
          <span className="mono">{each.plate ?? each.vin}</span>
          <span className="font-medium">
            {each.make} {each.model}, {each.year}
          </span>
          <span className="text-sm text-ink-soft">last seen at {odometerText(each.odometerKm, units)}</span>
          {each.openJob !== null && (
            <span className="text-sm font-medium text-ochre-ink">job {each.openJob} is open on it</span>
          )}
        </button>
      ))}
    </div>
  );
  return (
    <VehicleFields
      value={vehicle}
      onChange={(next) => onChange({ ...value, vehicle: next })}
      models={models}
      known={list || (value.known && <KnownHistory vehicle={value.known} units={units} timeZone={timeZone} />)}
    >
      <Field name="odometerKm" label={`Odometer, ${units === "imperial" ? "miles" : "km"}`}>
        <TextInput
          value={value.odometer}
          onChange={(event) => onChange({ ...value, odometer: event.target.value })}
          inputMode="numeric"
          className="mono"
        />
      </Field>
      {(value.odometerReason !== "" || runsBackwards) && (
        <Field
          name="odometerReason"
          label="Why it reads less than before"
          hint="a new instrument cluster, a misread digit then"
          className="col-span-full"
        >
          <TextInput
            value={value.odometerReason}
            onChange={(event) => onChange({ ...value, odometerReason: event.target.value })}
          />
        </Field>
      )}
    </VehicleFields>
  );
}
