"use client";

import { useState } from "react";
import type { Symptom } from "@/core/case";
import { SymptomPicker } from "@/features/shared/symptom-picker";
import { useJobPage, useMay } from "../job-context";
import { useJobCommand } from "../use-job-command";
import { JobForm } from "./job-form";
import { MinutesField, minutesOrText } from "./minutes-field";

/** Adds symptoms, or conditions to those that are there. */
export function SymptomsDialog() {
  const { sheet } = useJobPage();
  const mayAdd = useMay("words.extend");
  const command = useJobCommand("record-symptoms", "Symptoms saved");
  const [symptoms, setSymptoms] = useState<readonly Symptom[]>(sheet.facts.symptoms);
  const [minutes, setMinutes] = useState("0");
  return (
    <JobForm
      title="Symptoms"
      lead="What it does, and when. Conditions tell causes apart better than anything."
      command={command}
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
