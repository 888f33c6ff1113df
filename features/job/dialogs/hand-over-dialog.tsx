"use client";

import { useState } from "react";
import { ChooseOne } from "@/ui/choices";
import { Field, TextArea } from "@/ui/form";
import { useJobPage } from "../job-context";
import { useJobCommand } from "../use-job-command";
import { JobForm } from "./job-form";

export function HandOverDialog() {
  const { sheet } = useJobPage();
  const command = useJobCommand("hand-over", "Handed over");
  const [to, setTo] = useState<string | null>(null);
  const [note, setNote] = useState("");
  return (
    <JobForm
      title="Hand over"
      lead="What the next one needs to know stands on the trail already; add what does not."
      command={command}
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
