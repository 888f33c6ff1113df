"use client";

import { useState } from "react";
import { CommandMessage } from "@/features/shared/command-message";
import { commandPath } from "@/features/shared/send-command";
import { useCommand } from "@/features/shared/use-command";
import type { SystemWord } from "@/server/db/book";
import type { ModelChoices } from "@/server/db/catalogue";
import { Button } from "@/ui/button";
import { ChooseSome } from "@/ui/choices";
import { Field, Form, SelectInput, TextArea } from "@/ui/form";
import { useNotify } from "@/ui/notices";
import { Section } from "@/ui/section";
import { WordPicker } from "@/ui/word-picker";

interface AddDesignedProps {
  readonly symptoms: readonly SystemWord[];
  readonly models: readonly ModelChoices[];
}

const EMPTY = { symptom: "", make: "", models: [] as readonly string[], what: "", checkBy: "", tellCustomer: "" };

export function AddDesigned({ symptoms, models }: AddDesignedProps) {
  const { send, busy, problems, message } = useCommand(commandPath("describe-designed"));
  const notify = useNotify();
  const [draft, setDraft] = useState(EMPTY);
  const change = (part: Partial<typeof EMPTY>) => setDraft({ ...draft, ...part });
  const write = (field: "what" | "checkBy" | "tellCustomer") => ({
    value: draft[field],
    onChange: (event: { target: { value: string } }) => change({ [field]: event.target.value }),
  });
  const picked = symptoms.find(({ key }) => key === draft.symptom);
  const submit = async () => {
    if (!(await send(draft))) return;
    notify("Saved");
    setDraft(EMPTY);
  };
  return (
    <Section title="Add one">
      <Form problems={problems} onSubmit={submit} className="flex flex-col gap-4 pt-3">
        <div>
          <p className="mb-1 font-medium">What is complained of{picked && <span>: {picked.label}</span>}</p>
          <WordPicker
            label="What is complained of"
            placeholder={picked ? "something else" : "type two letters"}
            words={symptoms.map(({ key, label, system, also }) => ({ key, label, also, group: system }))}
            onPick={(symptom) => change({ symptom })}
          />
        </div>
        <Field name="make" label="Make" className="max-w-60">
          <SelectInput value={draft.make} onChange={(event) => change({ make: event.target.value, models: [] })}>
            <option value="">every make</option>
            {[...new Set(models.map(({ make }) => make))].map((make) => (
              <option key={make}>{make}</option>
            ))}
          </SelectInput>
        </Field>
        {draft.make && (
          <ChooseSome
            label="Models, all where none is chosen"
            values={draft.models}
            onChange={(next) => change({ models: next })}
            choices={models.flatMap(({ make, model }) => (make === draft.make ? { value: model, label: model } : []))}
          />
        )}
        <Field name="what" label="What is going on">
          <TextArea rows={2} {...write("what")} />
        </Field>
        <Field name="checkBy" label="How to tell it from a fault" hint="optional">
          <TextArea rows={2} {...write("checkBy")} />
        </Field>
        <Field name="tellCustomer" label="What to tell the customer">
          <TextArea rows={2} {...write("tellCustomer")} />
        </Field>
        <CommandMessage message={message} />
        <Button type="submit" look="main" busy={busy} disabled={!draft.symptom} className="self-start">
          Save
        </Button>
      </Form>
    </Section>
  );
}
