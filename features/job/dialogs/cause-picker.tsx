"use client";

import type { Cause } from "@/core/diagnosis";
import { Field, SelectInput } from "@/ui/form";
import { WordPicker } from "@/ui/word-picker";
import { useJobPage } from "../job-context";

interface CausePickerProps {
  readonly component: string;
  readonly failure: string;
  readonly onChange: (cause: Cause) => void;
  readonly failureOptional?: boolean;
}

/** A component, found by typing, and how it failed. */
export function CausePicker({ component, failure, onChange, failureOptional = false }: CausePickerProps) {
  const { components, failures } = useJobPage().sheet.words;
  const picked = components.find(({ key }) => key === component);
  return (
    <div className="flex flex-col gap-4">
      <div>
        <p className="mb-1 font-medium">Component{picked && <span>: {picked.label}</span>}</p>
        <WordPicker
          label="Component"
          placeholder={picked ? "another one" : "type two letters"}
          words={components.map(({ key, label, system }) => ({ key, label, group: system }))}
          onPick={(key) => onChange({ component: key, failure })}
        />
      </div>
      <Field name="failure" label="How it failed">
        <SelectInput value={failure} onChange={(event) => onChange({ component, failure: event.target.value })}>
          <option value="">{failureOptional ? "not known" : "choose"}</option>
          {failures.map(({ key, label }) => (
            <option key={key} value={key}>
              {label}
            </option>
          ))}
        </SelectInput>
      </Field>
    </div>
  );
}
