"use client";

import { readMinutes, readNumber, type DecimalSign } from "@/core/measure";
import { Field, TextInput } from "@/ui/form";

interface MinutesFieldProps {
  readonly value: string;
  readonly onChange: (value: string) => void;
}

/** Minutes spent: filled in with what the book expects, corrected by who did it. */
export function MinutesField({ value, onChange }: MinutesFieldProps) {
  return (
    <Field name="minutes" label="Minutes spent" className="max-w-40">
      <TextInput
        value={value}
        onChange={(event) => onChange(event.target.value)}
        inputMode="decimal"
        className="mono"
      />
    </Field>
  );
}

/** What to send for a field of minutes: the number, or the text as it is, which the server then names as wrong. */
export const minutesOrText = (text: string) => readOrText(text, readMinutes);

/** The same of any other number: a price, a count. */
export const numberOrText = (text: string, decimal?: DecimalSign) =>
  readOrText(text, (each) => readNumber(each, decimal));

function readOrText(text: string, read: (text: string) => number | null): number | string | undefined {
  return text.trim() ? (read(text) ?? text) : undefined;
}
