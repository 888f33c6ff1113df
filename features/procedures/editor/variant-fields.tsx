"use client";

import { Button } from "@/ui/button";
import { Field, SelectInput, TextInput } from "@/ui/form";
import type { VariantDraft } from "./procedure-draft";
import { SpecFields } from "./spec-fields";

interface VariantFieldsProps {
  readonly at: number;
  readonly variant: VariantDraft;
  readonly onChange: (variant: VariantDraft) => void;
  readonly onRemove: () => void;
}

const SOURCES = [
  { value: "maker", label: "the vehicle’s maker" },
  { value: "part-maker", label: "the part’s maker" },
  { value: "known-good-here", label: "measured here on good parts" },
] as const;

/** Values that hold for some vehicles, or for one maker's part, only. */
export function VariantFields({ at, variant, onChange, onRemove }: VariantFieldsProps) {
  const path = `specs[${at}]`;
  const input = (
    key: "from" | "to" | "engines" | "markets" | "partMaker" | "reference",
    label: string,
    name: string,
  ) => (
    <Field name={`${path}.${name}`} label={label} className="basis-40 grow">
      <TextInput value={variant[key]} onChange={(event) => onChange({ ...variant, [key]: event.target.value })} />
    </Field>
  );
  return (
    <fieldset className="flex flex-col gap-3 border-l-4 border-rule pl-3" aria-label={`Values by variant, ${at + 1}`}>
      <div className="flex flex-wrap gap-3">
        {input("from", "From year", "years")}
        {input("to", "to year", "years[1]")}
        {input("engines", "Engines, with commas", "engines")}
        {input("markets", "Built for", "markets")}
        {input("partMaker", "Part by (empty: the vehicle’s maker)", "partMaker")}
      </div>
      <SpecFields name={`${path}.spec`} draft={variant.spec} onChange={(spec) => onChange({ ...variant, spec })} />
      <div className="flex flex-wrap items-end gap-3">
        <Field name={`${path}.source`} label="Values of" className="basis-40 grow">
          <SelectInput
            value={variant.source}
            onChange={({ target }) =>
              onChange({ ...variant, source: SOURCES.find(({ value }) => value === target.value)?.value ?? "maker" })
            }
          >
            {SOURCES.map(({ value, label }) => (
              <option key={value} value={value}>
                {label}
              </option>
            ))}
          </SelectInput>
        </Field>
        {input("reference", "Where it stands", "reference")}
        <Button look="quiet" onClick={onRemove}>
          Remove
        </Button>
      </div>
    </fieldset>
  );
}
