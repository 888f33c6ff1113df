"use client";

import { UNITS, unitSymbol } from "@/core/measure";
import { Field, SelectInput, TextInput } from "@/ui/form";
import type { SpecDraft } from "./spec-draft";

interface SpecFieldsProps {
  /** Path of the spec, as problems name it. */
  readonly name: string;
  readonly draft: SpecDraft;
  readonly onChange: (draft: SpecDraft) => void;
  /** Whether there may be none. */
  readonly optional?: boolean;
}

const KINDS = [
  { value: "range", label: "between two ends, or from or up to one" },
  { value: "nominal", label: "a value with a tolerance" },
  { value: "supply", label: "a drop from the battery of that moment" },
] as const;

type TextKey = Exclude<keyof SpecDraft, "kind" | "unit" | "toleranceIn">;

/** What is wanted, in the way it is given: ends, a value with its tolerance, or a drop from the battery. */
export function SpecFields({ name, draft, onChange, optional = false }: SpecFieldsProps) {
  const set = (part: Partial<SpecDraft>) => onChange({ ...draft, ...part });
  const input = (key: TextKey, label: string, path: string) => (
    <Field name={`${name}.${path}`} label={label} className="basis-32 grow">
      <TextInput
        value={draft[key]}
        onChange={(event) => set({ [key]: event.target.value })}
        inputMode="decimal"
        className="mono"
      />
    </Field>
  );
  return (
    <div className="flex flex-col gap-3">
      <Field name={name} label="Wanted">
        <SelectInput
          value={draft.kind}
          onChange={({ target }) => set({ kind: KINDS.find(({ value }) => value === target.value)?.value ?? "none" })}
        >
          {optional && <option value="none">no value: it is seen, or compared</option>}
          {KINDS.map(({ value, label }) => (
            <option key={value} value={value}>
              {label}
            </option>
          ))}
        </SelectInput>
      </Field>
      {draft.kind !== "none" && (
        <div className="flex flex-wrap items-end gap-3">
          {draft.kind === "range" && (
            <>
              {input("low", "From", "low")}
              {input("high", "Up to", "high")}
            </>
          )}
          {draft.kind === "nominal" && (
            <>
              {input("nominal", "Value", "nominal")}
              {input("tolerance", "±", draft.toleranceIn === "percent" ? "tolerancePercent" : "tolerance")}
              <SelectInput
                aria-label="Tolerance in"
                value={draft.toleranceIn}
                onChange={({ target }) => set({ toleranceIn: target.value === "percent" ? "percent" : "unit" })}
                className="w-28"
              >
                <option value="unit">{unitSymbol(draft.unit)}</option>
                <option value="percent">percent</option>
              </SelectInput>
            </>
          )}
          {draft.kind === "supply" && (
            <>
              {input("maxDrop", "At most below the battery, V", "maxDrop")}
              {input("minSupply", "The battery at least, V", "minSupply")}
            </>
          )}
          {draft.kind !== "supply" && (
            <Field name={`${name}.unit`} label="Unit" className="w-28">
              <SelectInput
                value={draft.unit}
                onChange={({ target }) => set({ unit: UNITS.find((unit) => unit === target.value) ?? draft.unit })}
              >
                {UNITS.map((unit) => (
                  <option key={unit} value={unit}>
                    {unitSymbol(unit)}
                  </option>
                ))}
              </SelectInput>
            </Field>
          )}
        </div>
      )}
      {(draft.kind === "range" || draft.kind === "nominal") && (
        <details>
          <summary className="inline-flex min-h-11 cursor-pointer items-center">It changes with temperature</summary>
          <div className="flex flex-wrap gap-3">
            {input("atC", "Holds at, °C", "at")}
            {input("perKelvin", "Change per kelvin (copper: 0.00393)", "perKelvin")}
          </div>
        </details>
      )}
    </div>
  );
}
