"use client";

import { ChooseOne } from "@/ui/choices";
import { useJobCommand } from "../use-job-command";
import { useJobForm } from "../use-job-form";
import { JobForm } from "./job-form";
import { MinutesField, minutesOrText } from "./minutes-field";
import { RESULT_CHOICES } from "./part-dialog";

export function PartResultDialog({ partSeq }: { readonly partSeq: number }) {
  const form = useJobForm(`part-result ${partSeq}`, { result: null as string | null, minutes: "5" });
  const command = useJobCommand("record-part-result", "Result saved", { form });
  const [result, setResult] = form.field("result");
  const [minutes, setMinutes] = form.field("minutes");
  return (
    <JobForm
      title="Result of the repair"
      command={command}
      form={form}
      fields={["result", "minutes"]}
      save="Save the result"
      disabled={!result}
      onSubmit={() => command.save({ partSeq, result, minutes: minutesOrText(minutes) })}
    >
      <ChooseOne label="Result" value={result} onChange={setResult} choices={RESULT_CHOICES} stacked />
      <MinutesField value={minutes} onChange={setMinutes} />
    </JobForm>
  );
}
