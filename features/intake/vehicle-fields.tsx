"use client";

import { convert, readNumber } from "@/core/measure";
import { odometerText, type UnitSystem } from "@/features/shared/format";
import type { VariantChoices } from "@/server/db/vehicles";
import { Field, TextInput } from "@/ui/form";
import { useKnownVehicles } from "./use-known-vehicles";
import { useVin } from "./use-vin";
import { VinCheck } from "./vin-check";

/** A vehicle while it is typed. */
export interface VehicleDraft {
  readonly plate: string;
  readonly vin: string;
  readonly make: string;
  readonly model: string;
  readonly year: string;
  readonly engine: string;
  readonly transmission: string;
  readonly drive: string;
  readonly market: string;
  readonly odometer: string;
  /** Why it reads less than before. */
  readonly odometerReason: string;
}

export const NO_VEHICLE: VehicleDraft = {
  ...{ plate: "", vin: "", make: "", model: "", year: "", engine: "" },
  ...{ transmission: "", drive: "", market: "", odometer: "", odometerReason: "" },
};

/** What the server takes: numbers where they are numbers, kilometres whatever the dial shows. */
export function vehicleInput({ odometer, odometerReason, ...vehicle }: VehicleDraft, units: UnitSystem): object {
  const read = readNumber(odometer);
  const km = read === null ? null : convert({ value: read, unit: units === "imperial" ? "mi" : "km" }, "km").value;
  return {
    vehicle: { ...vehicle, year: readNumber(vehicle.year) ?? vehicle.year },
    odometerKm: odometer.trim() ? (km === null ? odometer : Math.round(km)) : null,
    odometerReason,
  };
}

interface VehicleFieldsProps {
  /** The server found that the odometer reads less than on an earlier job. */
  readonly runsBackwards: boolean;
  readonly value: VehicleDraft;
  readonly onChange: (value: VehicleDraft) => void;
  readonly choices: VariantChoices;
  readonly units: UnitSystem;
}

/** Plate or VIN first: a vehicle that the shop knows fills in the rest. */
export function VehicleFields({ value, onChange, choices, units, runsBackwards }: VehicleFieldsProps) {
  const known = useKnownVehicles(value.plate || value.vin);
  const reading = useVin(value.vin);
  const bind = (field: keyof VehicleDraft) => ({
    value: value[field],
    onChange: (event: { target: { value: string } }) => onChange({ ...value, [field]: event.target.value }),
  });
  const alreadyTaken = known.some(({ vin, plate }) => vin === value.vin && plate === value.plate && value.make);
  return (
    <div className="grid grid-cols-2 gap-4 pt-3 sm:grid-cols-4">
      <Field name="vehicle.plate" label="Plate" className="col-span-2">
        <TextInput {...bind("plate")} className="mono uppercase" autoFocus />
      </Field>
      <Field name="vehicle.vin" label="VIN" className="col-span-2">
        <TextInput {...bind("vin")} className="mono uppercase" maxLength={30} />
      </Field>
      {reading && (
        <VinCheck
          reading={reading}
          make={value.make}
          year={value.year}
          onTake={(change) => onChange({ ...value, ...change })}
        />
      )}
      {known.length > 0 && !alreadyTaken && (
        <div className="col-span-full" role="group" aria-label="Known vehicles">
          <p className="text-sm text-ink-soft">Known to the shop:</p>
          {known.map((vehicle) => (
            <button
              key={vehicle.id}
              type="button"
              className="flex min-h-12 w-full flex-wrap items-center gap-x-4 border-b border-rule px-2 py-2 text-left hover:bg-paper-2"
              onClick={() => onChange(fillIn(value, vehicle))}
            >
              <span className="mono">{vehicle.plate ?? vehicle.vin}</span>
              <span className="font-medium">
                {vehicle.make} {vehicle.model}, {vehicle.year}
              </span>
              <span className="text-sm text-ink-soft">last seen at {odometerText(vehicle.odometerKm, units)}</span>
            </button>
          ))}
        </div>
      )}
      <Field name="vehicle.make" label="Make">
        <TextInput {...bind("make")} list="makes" />
      </Field>
      <Field name="vehicle.model" label="Model">
        <TextInput {...bind("model")} list="models" />
      </Field>
      <Field name="vehicle.year" label="Model year">
        <TextInput {...bind("year")} inputMode="numeric" maxLength={4} className="mono" />
      </Field>
      <Field name="vehicle.engine" label="Engine code">
        <TextInput {...bind("engine")} list="engines" className="mono" />
      </Field>
      <Field name="vehicle.transmission" label="Transmission">
        <TextInput {...bind("transmission")} list="transmissions" />
      </Field>
      <Field name="vehicle.drive" label="Drive">
        <TextInput {...bind("drive")} />
      </Field>
      <Field name="vehicle.market" label="Built for market">
        <TextInput {...bind("market")} />
      </Field>
      <Field name="odometerKm" label={`Odometer, ${units === "imperial" ? "miles" : "km"}`}>
        <TextInput {...bind("odometer")} inputMode="numeric" className="mono" />
      </Field>
      {(value.odometerReason !== "" || runsBackwards) && (
        <Field
          name="odometerReason"
          label="Why it reads less than before"
          hint="a new instrument cluster, a misread digit then"
          className="col-span-full"
        >
          <TextInput {...bind("odometerReason")} />
        </Field>
      )}
      <Suggestions id="makes" words={choices.makes} />
      <Suggestions id="models" words={choices.models} />
      <Suggestions id="engines" words={choices.engines} />
      <Suggestions id="transmissions" words={choices.transmissions} />
    </div>
  );
}

function fillIn(draft: VehicleDraft, vehicle: ReturnType<typeof useKnownVehicles>[number]): VehicleDraft {
  const { plate, vin, make, model, year, engine, transmission, drive, market } = vehicle;
  const written = { plate, vin, make, model, year: String(year), engine, transmission, drive, market };
  const texts = Object.fromEntries(Object.entries(written).map(([field, text]) => [field, text ?? ""]));
  return { ...draft, ...texts };
}

function Suggestions({ id, words }: { readonly id: string; readonly words: readonly string[] }) {
  return (
    <datalist id={id}>
      {words.map((word) => (
        <option key={word} value={word} />
      ))}
    </datalist>
  );
}
