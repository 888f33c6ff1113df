"use client";

import { ChooseOne } from "@/ui/choices";
import { Field, TextArea } from "@/ui/form";
import { useJobPage } from "../job-context";
import { useJobCommand } from "../use-job-command";
import { useJobForm } from "../use-job-form";
import { JobForm } from "./job-form";

export function HandOverDialog() {
  const { sheet } = useJobPage();
  const form = useJobForm("hand-over", { to: null as string | null, note: "" });
  const command = useJobCommand("hand-over", "Handed over", { form });
  const [to, setTo] = form.field("to");
  const [note, setNote] = form.field("note");
  return (
    <JobForm
      title="Hand over"
      lead="What the next one needs to know stands on the trail already; add what does not."
      command={command}
      form={form}
      fields={["to", "note"]}
      save="Hand over"
      disabled={!to}
      onSubmit={() => command.save({ to, note })}
    >
      <ChooseOne
        label="To"
        value={to}
        onChange={setTo}
        choices={sheet.colleagues.map(({ id, name, role }) => ({ value: id, label: `${name}, ${role}` }))}
        stacked
      />
      <Field name="note" label="Note" hint="optional">
        <TextArea rows={2} value={note} onChange={(event) => setNote(event.target.value)} />
      </Field>
    </JobForm>
  );
}
