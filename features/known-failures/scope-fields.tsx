"use client";

import { USE_WORDS } from "@/core/known-failures";
import { USES } from "@/core/vehicle";
import { upperFirst } from "@/core/words";
import type { ModelChoices } from "@/server/db/catalogue";
import type { UnitSystem } from "@/features/shared/format";
import { ChooseSome } from "@/ui/choices";
import { Field, TextInput } from "@/ui/form";
import { Suggestions } from "@/ui/suggestions";
import { Unfold } from "@/ui/unfold";
import type { DraftFieldsProps } from "./cause-fields";
import type { KnownDraft } from "./draft";

/** Of the draft, those fields that are one line of text. */
type TextField = { [Name in keyof KnownDraft]: KnownDraft[Name] extends string ? Name : never }[keyof KnownDraft];

interface ScopeFieldsProps extends DraftFieldsProps {
  readonly units: UnitSystem;
  readonly models: readonly ModelChoices[];
}

/** Which vehicles it speaks of: rules that are checked at the gate. */
export function ScopeFields({ draft, set, units, models }: ScopeFieldsProps) {
  const field = (
    name: TextField,
    label: string,
    path: string,
    more: { hint?: string; mono?: boolean; list?: string } = {},
  ) => (
    <Field name={path} label={label} {...(more.hint ? { hint: more.hint } : {})}>
      <TextInput
        value={draft[name]}
        className={more.mono ? "mono" : ""}
        list={more.list}
        onChange={(event) => set({ [name]: event.target.value })}
      />
    </Field>
  );
  const unit = units === "imperial" ? "mi" : "km";
  return (
    <div className="flex flex-col gap-4 pt-3">
      <Suggestions id="known-makes" words={models.map(({ make }) => make)} />
      <Suggestions
        id="known-models"
        words={models.flatMap(({ make, model }) => (!draft.make || make === draft.make ? model : []))}
      />
      <Suggestions id="known-engines" words={models.flatMap(({ engines }) => engines)} />
      <div className="grid items-end gap-4 sm:grid-cols-4">
        {field("make", "Make", "applies.make", { list: "known-makes" })}
        {field("models", "Models", "applies.models", { list: "known-models" })}
        {field("yearFrom", "From year", "applies.years", { mono: true })}
        {field("yearTo", "To year", "applies.years[1]", { mono: true })}
        {field("engines", "Engines", "applies.engines", { mono: true, list: "known-engines" })}
        {field("kmFrom", `From, ${unit}`, "odometerKm", { mono: true })}
        {field("kmTo", `To, ${unit}`, "odometerKm[1]", { mono: true })}
      </div>
      <Unfold title="Sister models, months, gearbox, drive, market, use" small>
        <div className="grid gap-4 py-2 sm:grid-cols-2">
          {field("sisters", "Sister models that share the part", "applies.sisters", {
            hint: "make / model, with commas between them",
          })}
          {field("transmissions", "Transmissions", "applies.transmissions")}
          {field("builtFrom", "Built from", "applies.built", { hint: "2016-03", mono: true })}
          {field("builtTo", "Built until", "applies.built[1]", { hint: "2017-11", mono: true })}
          {field("drives", "Drive", "applies.drives")}
          {field("markets", "Built for markets", "applies.markets")}
        </div>
        <p className="mb-1 font-medium">Used for</p>
        <ChooseSome
          label="Used for"
          values={draft.uses}
          onChange={(uses) => set({ uses })}
          choices={USES.map((use) => ({ value: use, label: upperFirst(USE_WORDS[use] ?? use) }))}
        />
      </Unfold>
    </div>
  );
}
