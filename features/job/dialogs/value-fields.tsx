"use client";

import type { PlacedValue } from "@/core/repair";
import { Button } from "@/ui/button";
import { TextInput } from "@/ui/form";

interface ValueFieldsProps {
  readonly values: readonly PlacedValue[];
  readonly onChange: (values: readonly PlacedValue[]) => void;
}

/** Serial numbers, classes and what was coded, by place. */
export function ValueFields({ values, onChange }: ValueFieldsProps) {
  const set = (at: number, next: Partial<PlacedValue>) =>
    onChange(values.map((each, nth) => (nth === at ? { ...each, ...next } : each)));
  return (
    <div className="flex flex-col gap-2">
      {values.map((each, at) => (
        <div key={at} className="grid grid-cols-3 gap-2">
          <TextInput
            aria-label={`What value ${at + 1} is`}
            placeholder="serial, class, code"
            value={each.name}
            onChange={(event) => set(at, { name: event.target.value })}
          />
          <TextInput
            aria-label={`Place of value ${at + 1}`}
            placeholder="place"
            value={each.place ?? ""}
            onChange={(event) => set(at, { place: event.target.value || null })}
          />
          <TextInput
            aria-label={`Value ${at + 1}`}
            placeholder="value"
            className="mono"
            value={each.value}
            onChange={(event) => set(at, { value: event.target.value })}
          />
        </div>
      ))}
      <Button
        look="quiet"
        className="self-start text-sm"
        onClick={() => onChange([...values, { place: null, name: "", value: "" }])}
      >
        Add a value
      </Button>
    </div>
  );
}
