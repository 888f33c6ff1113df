"use client";

import type { Cause } from "@/core/book";
import { Field, SelectInput } from "@/ui/form";
import { AddWord } from "@/features/shared/add-word";
import { PickWord } from "@/features/shared/pick-word";
import { Button } from "@/ui/button";
import { useState } from "react";
import { useJobPage, useMay } from "../job-context";

interface CausePickerProps {
  readonly component: string;
  readonly failure: string;
  readonly onChange: (cause: Cause) => void;
  readonly failureOptional?: boolean;
}

/** A component, found by typing, and how it failed. */
export function CausePicker({ component, failure, onChange, failureOptional = false }: CausePickerProps) {
  const { components, failures } = useJobPage().sheet.words;
  const mayAdd = useMay("words.extend");
  const [adding, setAdding] = useState(false);
  const picked = components.find(({ key }) => key === component);
  return (
    <div className="flex flex-col gap-4">
      <div>
        <p className="mb-1 font-medium">Component{picked && <span>: {picked.label}</span>}</p>
        <PickWord
          kind="component"
          mayAdd={mayAdd}
          label="Component"
          placeholder={picked ? "another one" : "type two letters"}
          words={components.map(({ key, label, system, also }) => ({ key, label, also, group: system, system }))}
          onPick={(key) => onChange({ component: key, failure })}
        />
      </div>
      <div className="flex flex-col gap-2">
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
        {mayAdd && !adding && (
          <Button look="quiet" className="self-start text-sm" onClick={() => setAdding(true)}>
            It failed in another way
          </Button>
        )}
        {adding && (
          <AddWord
            kind="failure"
            text=""
            onAdded={(key) => {
              setAdding(false);
              onChange({ component, failure: key });
            }}
            onCancel={() => setAdding(false)}
          />
        )}
      </div>
    </div>
  );
}
