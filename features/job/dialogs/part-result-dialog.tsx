"use client";

import { ChooseOne } from "@/ui/choices";
import { useJobPage } from "../job-context";
import { useJobCommand } from "../use-job-command";
import { useJobForm } from "../use-job-form";
import { JobForm } from "./job-form";
import { MinutesField, minutesOrText } from "./minutes-field";
import { resultChoices } from "./part-dialog";
import { CuresField, resultOf } from "./cures-field";

export function PartResultDialog({ partSeq }: { readonly partSeq: number }) {
  const form = useJobForm(`part-result ${partSeq}`, {
    result: null as string | null,
    minutes: "5",
    cures: null as readonly string[] | null,
  });
  const command = useJobCommand("record-part-result", "Result saved", { form });
  const [result, setResult] = form.field("result");
  const [minutes, setMinutes] = form.field("minutes");
  const [cures, setCures] = form.field("cures");
  const { facts } = useJobPage().sheet;
  const symptoms = facts.symptoms.length;
  const getHome = facts.parts.find(({ seq }) => seq === partSeq)?.getHome ?? false;
  const isGone = result === "fixed" || result === "partly";
  return (
    <JobForm
      title="Result of the repair"
      command={command}
      form={form}
      fields={["result", "minutes"]}
      save="Save the result"
      disabled={!result}
      onSubmit={() =>
        command.save({
          partSeq,
          result: resultOf(result, isGone ? cures : null, symptoms),
          cures: isGone ? cures : null,
          minutes: minutesOrText(minutes),
        })
      }
    >
      <ChooseOne label="Result" value={result} onChange={setResult} choices={resultChoices(getHome)} stacked />
      {isGone && <CuresField cures={cures} onChange={setCures} />}
      <MinutesField value={minutes} onChange={setMinutes} />
    </JobForm>
  );
}
