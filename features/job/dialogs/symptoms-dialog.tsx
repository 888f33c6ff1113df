"use client";

import type { Symptom } from "@/core/case";
import { SymptomPicker } from "@/features/shared/symptom-picker";
import { useJobPage, useMay } from "../job-context";
import { useJobCommand } from "../use-job-command";
import { useJobForm } from "../use-job-form";
import { JobForm } from "./job-form";
import { MinutesField, minutesOrText } from "./minutes-field";

/** Adds symptoms, or conditions to those that are there. */
export function SymptomsDialog() {
  const { sheet } = useJobPage();
  const mayAdd = useMay("words.extend");

  const form = useJobForm("symptoms", {
    symptoms: sheet.facts.symptoms as readonly Symptom[],
    minutes: "0",
  });
  const command = useJobCommand("record-symptoms", "Symptoms saved", { form });
  const [symptoms, setSymptoms] = form.field("symptoms");
  const [minutes, setMinutes] = form.field("minutes");
  return (
    <JobForm
      title="Symptoms"
      lead="What it does, and when. Conditions tell causes apart better than anything."
      command={command}
      form={form}
      fields={["minutes", "symptoms"]}
      save="Save the symptoms"
      disabled={symptoms.length === 0}
      onSubmit={() => command.save({ symptoms, minutes: minutesOrText(minutes) ?? 0 })}
    >
      <SymptomPicker words={sheet.words} mayAdd={mayAdd} value={symptoms} onChange={setSymptoms} />
      <MinutesField value={minutes} onChange={setMinutes} />
    </JobForm>
  );
}
