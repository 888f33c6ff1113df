"use client";

import type { Cause, EffectKind } from "@/core/book";
import { ChooseOne } from "@/ui/choices";
import { Field, TextArea, TextInput } from "@/ui/form";
import { useJobPage } from "../job-context";
import { useJobCommand } from "../use-job-command";
import { useJobForm } from "../use-job-form";
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
const NONE = "none";
const MOST_LEADING = 5;

/** A check that follows no procedure: what was done, what was seen, and what that means for one suspect. */
export function CheckDialog() {
  const { sheet } = useJobPage();
  const form = useJobForm("check", {
    title: "",
    outcome: "",
    suspect: NONE as string,
    other: { component: "", failure: "" } as Cause,
    place: "",
    effect: null as string | null,
    minutes: "",
  });
  const command = useJobCommand("record-test", "Check saved", { form });
  const [title, setTitle] = form.field("title");
  const [outcome, setOutcome] = form.field("outcome");
  const [suspect, setSuspect] = form.field("suspect");
  const [other, setOther] = form.field("other");
  const [place, setPlace] = form.field("place");
  const [effect, setEffect] = form.field("effect");
  const [minutes, setMinutes] = form.field("minutes");
  const save = () => {
    const [component = "", failure = ""] =
      suspect === ANOTHER ? [other.component, other.failure] : suspect === NONE ? [] : suspect.split("/");
    const kind = EFFECT_CHOICES.find(({ value }) => value === effect)?.value ?? "none";
    const effects = component && kind !== "none" ? [{ component, failure: failure || null, effect: kind }] : [];
    return command.save({ procedure: null, title, outcome, place, effects, minutes: minutesOrText(minutes) });
  };
  return (
    <JobForm
      title="Record a check"
      lead="For what you did without a procedure. A check that rules something out counts as much as one that finds."
      command={command}
      form={form}
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
      <div>
        <p className="mb-2 font-medium">What it speaks about</p>
        <ChooseOne
          label="What it speaks about"
          value={suspect}
          onChange={setSuspect}
          choices={[
            ...sheet.advice.suspects.slice(0, MOST_LEADING).map(({ key, name }) => ({ value: key, label: name })),
            { value: ANOTHER, label: "Another component" },
            { value: NONE, label: "None in particular" },
          ]}
        />
      </div>
      {suspect === ANOTHER && <CausePicker {...other} onChange={setOther} failureOptional leads={false} />}
      {suspect !== NONE && (
        <ChooseOne label="What it means" value={effect} onChange={setEffect} choices={EFFECT_CHOICES} />
      )}
      <PlaceField value={place} onChange={setPlace} />
      <MinutesField value={minutes} onChange={setMinutes} />
    </JobForm>
  );
}
