"use client";

import { WAITING_FOR } from "@/core/job";
import { ChooseOne } from "@/ui/choices";
import { Field, TextInput } from "@/ui/form";
import { useJobPage } from "../job-context";
import { useJobCommand } from "../use-job-command";
import { useJobForm } from "../use-job-form";
import { JobForm } from "./job-form";

const CHOICES = [
  { value: "part", label: "A part" },
  { value: "person", label: "Somebody" },
  { value: "customer", label: "The customer" },
] as const;
const HINTS = {
  part: "what, from whom, ordered by VIN or not",
  person: "who, and for what",
  customer: "what they are to decide or to bring",
} as const;

/** The job waits: for what and until when; or it goes on. */
export function WaitingDialog() {
  const { waiting } = useJobPage().sheet.facts;
  const form = useJobForm("waiting", {
    for: (waiting?.for ?? "part") as string,
    what: waiting?.what ?? "",
    due: waiting?.due ?? "",
  });
  const command = useJobCommand("record-waiting", "Saved", { form });
  const [whom, setWhom] = form.field("for");
  const kind = WAITING_FOR.find((each) => each === whom) ?? "part";
  return (
    <JobForm
      title="It waits"
      lead="The floor shows it, and nothing is lost meanwhile."
      command={command}
      form={form}
      fields={["what", "due"]}
      save="Save"
      onSubmit={() => command.save({ for: kind, what: form.values.what, due: form.values.due || null })}
    >
      <ChooseOne label="What it waits for" value={kind} onChange={setWhom} choices={CHOICES} />
      <Field name="what" label="For what" hint={HINTS[kind]}>
        <TextInput {...form.text("what")} autoFocus />
      </Field>
      <Field name="due" label="Due" hint="if anybody knows" className="max-w-60">
        <TextInput type="date" {...form.text("due")} />
      </Field>
    </JobForm>
  );
}
