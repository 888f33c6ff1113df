"use client";

import type { Cause } from "@/core/book";
import { Field, TextArea } from "@/ui/form";
import { useJobCommand } from "../use-job-command";
import { useJobForm } from "../use-job-form";
import { CausePicker } from "./cause-picker";
import { JobForm } from "./job-form";

/** Puts a cause into the book that nobody had thought of. */
export function SuspectDialog() {
  const form = useJobForm("suspect", { cause: { component: "", failure: "" } as Cause, why: "" });
  const command = useJobCommand("name-suspect", "Suspect added", { form });
  const [cause, setCause] = form.field("cause");
  const [why, setWhy] = form.field("why");
  return (
    <JobForm
      title="Name a suspect"
      lead="It is weighed from now on, here and on every later job."
      command={command}
      form={form}
      fields={["why"]}
      save="Add the suspect"
      disabled={!cause.component || !cause.failure}
      onSubmit={() => command.save({ cause, why })}
    >
      <CausePicker {...cause} onChange={setCause} />
      <Field name="why" label="Why" hint="optional">
        <TextArea rows={2} value={why} onChange={(event) => setWhy(event.target.value)} />
      </Field>
    </JobForm>
  );
}
