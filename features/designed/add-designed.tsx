"use client";

import { CommandMessage } from "@/features/shared/command-message";
import { useKeptForm } from "@/features/shared/kept-form";
import { commandPath } from "@/features/shared/send-command";
import { TypedBefore } from "@/features/shared/typed-before";
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
  const form = useKeptForm("works as designed", EMPTY);
  const draft = form.values;
  const picked = symptoms.find(({ key }) => key === draft.symptom);
  const submit = async () => {
    if (!(await send(draft))) return;
    notify("Saved");
    form.forget();
  };
  return (
    <Section title="Add one">
      <Form problems={problems} onSubmit={submit} className="flex flex-col gap-4 pt-3">
        <TypedBefore form={form} />
        <div>
          <p className="mb-1 font-medium">What is complained of{picked && <span>: {picked.label}</span>}</p>
          <WordPicker
            label="What is complained of"
            placeholder={picked ? "something else" : "type two letters"}
            words={symptoms.map(({ key, label, system, also }) => ({ key, label, also, group: system }))}
            onPick={(symptom) => form.set({ symptom })}
          />
        </div>
        <Field name="make" label="Make" className="max-w-60">
          <SelectInput value={draft.make} onChange={(event) => form.set({ make: event.target.value, models: [] })}>
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
            onChange={(next) => form.set({ models: next })}
            choices={models.flatMap(({ make, model }) => (make === draft.make ? { value: model, label: model } : []))}
          />
        )}
        <Field name="what" label="What is going on">
          <TextArea rows={2} {...form.text("what")} />
        </Field>
        <Field name="checkBy" label="How to tell it from a fault" hint="optional">
          <TextArea rows={2} {...form.text("checkBy")} />
        </Field>
        <Field name="tellCustomer" label="What to tell the customer">
          <TextArea rows={2} {...form.text("tellCustomer")} />
        </Field>
        <CommandMessage message={message} />
        <Button type="submit" look="main" busy={busy} disabled={!draft.symptom} className="self-start">
          Save
        </Button>
      </Form>
    </Section>
  );
}
