"use client";

import type { ReactNode } from "react";
import type { ModelChoices } from "@/server/db/catalogue";
import { USE_WORDS } from "@/core/known-failures";
import { FUELS, GEARBOXES, USES } from "@/core/vehicle";
import { upperFirst } from "@/core/words";
import { ChooseSome } from "@/ui/choices";
import { Field, SelectInput, TextInput } from "@/ui/form";
import { listed } from "@/features/shared/listed";
import { Suggestions } from "@/ui/suggestions";
import { Unfold } from "@/ui/unfold";
import { useVin } from "./use-vin";
import type { VehicleDraft } from "./vehicle-draft";
import { VehicleTaps } from "./vehicle-taps";
import { VinCheck } from "./vin-check";

interface VehicleFieldsProps {
  readonly value: VehicleDraft;
  readonly onChange: (value: VehicleDraft) => void;
  readonly models: readonly ModelChoices[];
  /** What stands behind plate and VIN, before the variant is asked for. */
  readonly known?: ReactNode;
  /** More fields of the same grid. */
  readonly children?: ReactNode;
}

/** Plate, VIN and variant: what the VIN says and what the shop has seen of such vehicles is tapped, the rest typed. */
export function VehicleFields({ value, onChange, models, known, children }: VehicleFieldsProps) {
  const reading = useVin(value.vin);
  const bind = (field: keyof VehicleDraft) => ({
    value: value[field],
    onChange: (event: { target: { value: string } }) => onChange({ ...value, [field]: event.target.value }),
  });
  // A draft that was kept before this was asked for holds nothing of it.
  const uses = listed(value.uses ?? "");
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
      {known}
      <VehicleTaps value={value} onChange={onChange} models={models} />
      <Field name="vehicle.make" label="Make">
        <TextInput {...bind("make")} list="makes" />
      </Field>
      <Field name="vehicle.model" label="Model">
        <TextInput {...bind("model")} list="models" />
      </Field>
      <Field name="vehicle.year" label="Model year">
        <TextInput {...bind("year")} inputMode="numeric" maxLength={4} className="mono" />
      </Field>
      <Field name="vehicle.built" label="Built in month">
        <TextInput {...bind("built")} maxLength={7} placeholder="2017-03" className="mono" />
      </Field>
      <Field name="vehicle.engine" label="Engine code">
        <TextInput {...bind("engine")} list="engines" className="mono" />
      </Field>
      <Field name="vehicle.fuel" label="Runs on">
        <SelectInput {...bind("fuel")}>
          <option value="">not stated</option>
          {FUELS.map((fuel) => (
            <option key={fuel} value={fuel}>
              {fuel}
            </option>
          ))}
        </SelectInput>
      </Field>
      <Field name="vehicle.transmission" label="Transmission">
        <TextInput {...bind("transmission")} list="transmissions" />
      </Field>
      <Field name="vehicle.gearbox" label="Kind of gearbox">
        <SelectInput {...bind("gearbox")}>
          <option value="">not stated</option>
          {GEARBOXES.map((gearbox) => (
            <option key={gearbox} value={gearbox}>
              {gearbox}
            </option>
          ))}
        </SelectInput>
      </Field>
      <Field name="vehicle.drive" label="Drive">
        <TextInput {...bind("drive")} />
      </Field>
      <Field name="vehicle.market" label="Built for market">
        <TextInput {...bind("market")} list="markets" />
      </Field>
      <Field
        name="vehicle.equipment"
        label="Equipped with"
        hint="With commas; what it lacks too, as “no turbo”"
        className="col-span-2"
      >
        <TextInput {...bind("equipment")} placeholder="air conditioning, tow bar, no turbo" />
      </Field>
      <Unfold title={uses.length ? `Used for: ${uses.length}` : "What it is used for"} small className="col-span-full">
        <ChooseSome
          label="What it is used for"
          values={uses}
          onChange={(next) => onChange({ ...value, uses: next.join(", ") })}
          choices={USES.map((use) => ({ value: use, label: upperFirst(USE_WORDS[use] ?? use) }))}
        />
      </Unfold>
      {children}
      <Suggestions id="makes" words={models.map(({ make }) => make)} />
      <Suggestions
        id="models"
        words={models.flatMap(({ make, model }) => (make === value.make || !value.make ? model : []))}
      />
      <Suggestions id="engines" words={models.flatMap(({ engines }) => engines)} />
      <Suggestions id="transmissions" words={models.flatMap(({ transmissions }) => transmissions)} />
      <Suggestions id="markets" words={models.flatMap(({ markets }) => markets)} />
    </div>
  );
}
