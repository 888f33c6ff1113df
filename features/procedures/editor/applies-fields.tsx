"use client";

import { Field, TextInput } from "@/ui/form";
import type { AppliesDraft } from "./applies-draft";

interface AppliesFieldsProps {
  readonly draft: AppliesDraft;
  readonly onChange: (draft: AppliesDraft) => void;
}

/** The vehicles that a procedure is for: it is offered only there. Empty fields ask for nothing. */
export function AppliesFields({ draft, onChange }: AppliesFieldsProps) {
  const field = (key: keyof AppliesDraft, label: string, name: string, hint?: string) => (
    <Field name={`applies.${name}`} label={label} {...(hint ? { hint } : {})}>
      <TextInput value={draft[key]} onChange={(event) => onChange({ ...draft, [key]: event.target.value })} />
    </Field>
  );
  return (
    <div className="grid gap-4 pt-3 sm:grid-cols-2">
      {field("make", "For this make only", "make")}
      {field("models", "Models", "models", "with commas between them")}
      {field("engines", "Engines", "engines", "with commas between them")}
      {field("transmissions", "Transmissions", "transmissions", "with commas between them")}
      {field("from", "From model year", "years")}
      {field("to", "To model year", "yearsTo")}
      {field("markets", "Built for markets", "markets", "with commas between them")}
    </div>
  );
}
