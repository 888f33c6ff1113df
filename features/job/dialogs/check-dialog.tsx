"use client";

import { useState } from "react";
import { lowerFirst } from "@/core/words";
import type { Cause, EffectKind } from "@/core/book";
import { ChooseOne } from "@/ui/choices";
import { Field, SelectInput, TextArea, TextInput } from "@/ui/form";
import { useJobPage } from "../job-context";
import { useJobCommand } from "../use-job-command";
import { CausePicker } from "./cause-picker";
import { JobForm } from "./job-form";
import { MinutesField, minutesOrText } from "./minutes-field";
import { PlaceField } from "./place-field";

const EFFECT_CHOICES: readonly { readonly value: EffectKind | "none"; readonly label: string }[] = [
  { value: "clears", label: "Rules it out" },
  { value: "weakens", label: "Speaks against it" },
  { value: "none", label: "Could not tell" },
  { value: "supports", label: "Speaks for it" },
  { value: "confirms", label: "Speaks strongly for it" },
  { value: "proves", label: "Measured or seen at the part itself" },
];
const ANOTHER = "another";

/** A check that follows no procedure: what was done, what was seen, and what that means for one suspect. */
export function CheckDialog() {
  const { sheet } = useJobPage();
  const command = useJobCommand("record-test", "Check saved");
  const [title, setTitle] = useState("");
  const [outcome, setOutcome] = useState("");
  const [suspect, setSuspect] = useState("");
  const [other, setOther] = useState<Cause>({ component: "", failure: "" });
  const [place, setPlace] = useState("");
  const [effect, setEffect] = useState<string | null>(null);
  const [minutes, setMinutes] = useState("");
  const save = () => {
    const [component = "", failure = ""] = suspect === ANOTHER ? [other.component, other.failure] : suspect.split("/");
    const kind = EFFECT_CHOICES.find(({ value }) => value === effect)?.value ?? "none";
    const effects = component && kind !== "none" ? [{ component, failure: failure || null, effect: kind }] : [];
    return command.save({ procedure: null, title, outcome, place, effects, minutes: minutesOrText(minutes) });
  };
  return (
    <JobForm
      title="Record a check"
      lead="For what you did without a procedure. A check that rules something out counts as much as one that finds."
      command={command}
      fields={["title", "outcome", "place", "minutes"]}
      save="Save the check"
      onSubmit={save}
    >
      <Field name="title" label="What you checked">
        <TextInput value={title} onChange={(event) => setTitle(event.target.value)} autoFocus />
      </Field>
      <Field name="outcome" label="What you saw or read">
        <TextArea rows={2} value={outcome} onChange={(event) => setOutcome(event.target.value)} />
      </Field>
      <Field name="suspect" label="What it means for">
        <SelectInput value={suspect} onChange={(event) => setSuspect(event.target.value)}>
          <option value="">no suspect in particular</option>
          {sheet.advice.suspects.map(({ key, name }) => (
            <option key={key} value={key}>
              {lowerFirst(name)}
            </option>
          ))}
          <option value={ANOTHER}>another component of the book …</option>
        </SelectInput>
      </Field>
      {suspect === ANOTHER && <CausePicker {...other} onChange={setOther} failureOptional />}
      {suspect && <ChooseOne label="What it means" value={effect} onChange={setEffect} choices={EFFECT_CHOICES} />}
      <PlaceField value={place} onChange={setPlace} />
      <MinutesField value={minutes} onChange={setMinutes} />
    </JobForm>
  );
}
