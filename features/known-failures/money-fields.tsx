"use client";

import { BULLETIN_KINDS } from "@/core/known-failures";
import type { UnitSystem } from "@/features/shared/format";
import type { KeptForm } from "@/features/shared/kept-form";
import { Field, SelectInput, TextInput } from "@/ui/form";
import type { KnownDraft } from "./draft";
import { BULLETIN_WORDS } from "@/features/shared/known-for/words";

interface FormProps {
  readonly form: KeptForm<KnownDraft>;
}

/** What is done before it fails, and what that costs against the failure. */
export function MoneyFields({
  form,
  currency,
  units,
}: FormProps & { readonly currency: string; readonly units: UnitSystem }) {
  return (
    <div className="grid items-end gap-4 py-3 sm:grid-cols-3">
      <Field name="details.prevention.what" label="Prevention" className="sm:col-span-2">
        <TextInput {...form.text("prevention")} maxLength={160} />
      </Field>
      <Field name="details.prevention.everyKm" label={`Every, ${units === "imperial" ? "mi" : "km"}`}>
        <TextInput {...form.text("every")} inputMode="numeric" className="mono" />
      </Field>
      <Field name="details.prevention.minutes" label="Minutes now">
        <TextInput {...form.text("minutesNow")} inputMode="decimal" className="mono" />
      </Field>
      <Field name="details.prevention.parts.amount" label="Parts now" hint={currency}>
        <TextInput {...form.text("partsNow")} inputMode="decimal" className="mono" />
      </Field>
      <Field name="details.prevention.partNumber" label="Part number" hint="where it is worth stocking">
        <TextInput {...form.text("preventionPart")} className="mono" />
      </Field>
      <Field name="details.costThen.minutes" label="Minutes once it failed" hint="with what follows from it">
        <TextInput {...form.text("minutesThen")} inputMode="decimal" className="mono" />
      </Field>
      <Field name="details.costThen.parts.amount" label="Parts once it failed" hint={`${currency}, with towing`}>
        <TextInput {...form.text("partsThen")} inputMode="decimal" className="mono" />
      </Field>
    </div>
  );
}

/** What a maker says of it, for which vehicles, and what it pays. */
export function BulletinFields({ form }: FormProps) {
  const [kind, setKind] = form.field("bulletinKind");
  return (
    <div className="grid items-end gap-4 py-3 sm:grid-cols-2">
      <Field name="details.bulletin.kind" label="Kind">
        <SelectInput value={kind} onChange={(event) => setKind(event.target.value)}>
          <option value="">none</option>
          {BULLETIN_KINDS.map((each) => (
            <option key={each} value={each}>
              {BULLETIN_WORDS[each]}
            </option>
          ))}
        </SelectInput>
      </Field>
      {kind && (
        <>
          <Field name="details.bulletin.reference" label="Reference">
            <TextInput {...form.text("reference")} className="mono" maxLength={120} />
          </Field>
          <Field name="details.bulletin.pays" label="What it pays">
            <TextInput {...form.text("pays")} maxLength={300} />
          </Field>
          <Field name="details.bulletin.until" label="Until" hint="empty: without end">
            <TextInput type="date" {...form.text("until")} />
          </Field>
          <Field name="details.bulletin.vins" label="From VIN" hint="whole, or its last signs">
            <TextInput {...form.text("vinFrom")} className="mono" />
          </Field>
          <Field name="details.bulletin.vins[1]" label="To VIN">
            <TextInput {...form.text("vinTo")} className="mono" />
          </Field>
          <Field name="details.bulletin.built" label="Built from" hint="2016-03">
            <TextInput {...form.text("bulletinFrom")} className="mono" />
          </Field>
          <Field name="details.bulletin.built[1]" label="Built until">
            <TextInput {...form.text("bulletinTo")} className="mono" />
          </Field>
        </>
      )}
    </div>
  );
}
