"use client";

import { Field, TextInput } from "@/ui/form";

interface PlaceFieldProps {
  readonly value: string;
  readonly onChange: (place: string) => void;
}

/** Where on the vehicle, for a part that is there more than once: evidence of one place says little about another. */
export function PlaceField({ value, onChange }: PlaceFieldProps) {
  return (
    <Field name="place" label="Where" hint="where the part is there more than once">
      <TextInput
        value={value}
        placeholder="cylinder 2, rear left, bank 1"
        maxLength={60}
        onChange={(event) => onChange(event.target.value)}
      />
    </Field>
  );
}
