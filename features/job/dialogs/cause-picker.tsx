"use client";

import type { Cause } from "@/core/book";
import { Field, SelectInput } from "@/ui/form";
import { AddWord } from "@/features/shared/add-word";
import { PickWord } from "@/features/shared/pick-word";
import { Button } from "@/ui/button";
import { ChooseOne } from "@/ui/choices";
import { useState } from "react";
import { useJobPage, useMay } from "../job-context";

interface CausePickerProps {
  readonly component: string;
  readonly failure: string;
  readonly onChange: (cause: Cause) => void;
  readonly failureOptional?: boolean;
  /** Whether the leading suspects stand there to be tapped. */
  readonly leads?: boolean;
}

/** So many suspects stand there to be tapped; any other component is found by typing. */
const MOST_LEADING = 4;

/** One of the leading suspects by a tap, or a component, found by typing, and how it failed. */
export function CausePicker({ component, failure, onChange, failureOptional = false, leads = true }: CausePickerProps) {
  const { words, advice, facts } = useJobPage().sheet;
  const { components, failures } = words;
  // What a colleague named stands there as well, however unlikely.
  const isNamed = (each: Cause) =>
    (facts.named ?? []).some((named) => named.component === each.component && named.failure === each.failure);
  const open = advice.suspects.filter(({ closed }) => !closed);
  const leading = leads ? open.filter((each, at) => at < MOST_LEADING || isNamed(each)) : [];
  const mayAdd = useMay("words.extend");
  const [adding, setAdding] = useState(false);
  const picked = components.find(({ key }) => key === component);
  return (
    <div className="flex flex-col gap-4">
      {leading.length > 0 && (
        <div>
          <p className="mb-2 font-medium">Leading suspects</p>
          <ChooseOne
            label="Leading suspects"
            value={leading.find((each) => each.component === component && each.failure === failure)?.key ?? null}
            onChange={(key) => {
              const suspect = leading.find((each) => each.key === key);
              if (suspect) onChange({ component: suspect.component, failure: suspect.failure });
            }}
            choices={leading.map(({ key, name }) => ({ value: key, label: name }))}
          />
        </div>
      )}
      <div>
        <p className="mb-1 font-medium">
          {leading.length > 0 ? "Or another component" : "Component"}
          {picked && <span>: {picked.label}</span>}
        </p>
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
