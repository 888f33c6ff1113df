"use client";

import { Field, TextArea } from "@/ui/form";
import { useJobPage } from "../job-context";
import { useJobCommand } from "../use-job-command";
import { useJobForm } from "../use-job-form";
import { JobForm } from "./job-form";

/** Takes an entry back: it stays on the trail, struck; what it said no longer counts. */
export function WithdrawDialog({ seq }: { readonly seq: number }) {
  const { sheet } = useJobPage();
  const form = useJobForm(`withdraw ${seq}`, { reason: "" });
  const command = useJobCommand("withdraw-entry", "Entry taken back", { form });
  const [reason, setReason] = form.field("reason");
  const entry = sheet.trail.find((each) => each.seq === seq);
  return (
    <JobForm
      title="Take an entry back"
      lead={entry?.text ?? `Entry ${seq}`}
      command={command}
      form={form}
      fields={["reason"]}
      save="Take it back"
      onSubmit={() => command.save({ corrects: seq, reason })}
    >
      <Field name="reason" label="Why" hint="stands beside the struck entry">
        <TextArea rows={2} value={reason} onChange={(event) => setReason(event.target.value)} autoFocus />
      </Field>
    </JobForm>
  );
}
