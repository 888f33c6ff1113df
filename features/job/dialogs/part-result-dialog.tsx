"use client";

import { useState } from "react";
import { ChooseOne } from "@/ui/choices";
import { useJobCommand } from "../use-job-command";
import { JobForm } from "./job-form";
import { MinutesField, minutesOrText } from "./minutes-field";
import { RESULT_CHOICES } from "./part-dialog";

export function PartResultDialog({ partSeq }: { readonly partSeq: number }) {
  const command = useJobCommand("record-part-result", "Result saved");
  const [result, setResult] = useState<string | null>(null);
  const [minutes, setMinutes] = useState("5");
  return (
    <JobForm
      title="What came of it"
      command={command}
      fields={["result", "minutes"]}
      save="Save the result"
      disabled={!result}
      onSubmit={() => command.save({ partSeq, result, minutes: minutesOrText(minutes) })}
    >
      <ChooseOne label="What came of it" value={result} onChange={setResult} choices={RESULT_CHOICES} stacked />
      <MinutesField value={minutes} onChange={setMinutes} />
    </JobForm>
  );
}
