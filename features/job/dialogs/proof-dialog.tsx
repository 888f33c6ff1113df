"use client";

import type { ProofStep } from "@/core/proof";
import { ChooseOne } from "@/ui/choices";
import { Field, TextArea } from "@/ui/form";
import { STEP_TITLES } from "../next-proof";
import { useJobPage } from "../job-context";
import { useJobCommand } from "../use-job-command";
import { useJobForm } from "../use-job-form";
import { JobForm } from "./job-form";
import { MinutesField, minutesOrText } from "./minutes-field";

const STEP_CHOICES: readonly { readonly value: ProofStep; readonly label: string }[] = [
  { value: "bench", label: "Tried before closing up" },
  { value: "same-test", label: "Same test" },
  { value: "codes-stay-clear", label: "Codes stay clear" },
  { value: "road-test", label: "Road test" },
  { value: "follow-up", label: "Follow-up" },
];

/** One step of proof. */
export function ProofDialog({ step: wanted }: { readonly step: ProofStep }) {
  const { sheet } = useJobPage();
  const form = useJobForm(`proof ${wanted}`, {
    step: wanted as ProofStep,
    result: null as string | null,
    minutes: "10",
    note: "",
  });
  const command = useJobCommand("record-proof", "Proof saved", { form });
  const [step, setStep] = form.field("step");
  const [result, setResult] = form.field("result");
  const [minutes, setMinutes] = form.field("minutes");
  const [note, setNote] = form.field("note");
  return (
    <JobForm
      title={STEP_TITLES[step]}
      lead={
        step === "road-test"
          ? sheet.symptoms.join("; ") || "Under the conditions of the complaint."
          : sheet.job.complaint
      }
      command={command}
      form={form}
      fields={["minutes", "note"]}
      save="Save the proof"
      disabled={!result}
      onSubmit={() => command.save({ step, result, minutes: minutesOrText(minutes), note })}
    >
      <ChooseOne
        label="Kind of proof"
        value={step}
        onChange={(value) => setStep(STEP_CHOICES.find((each) => each.value === value)?.value ?? step)}
        choices={STEP_CHOICES}
      />
      <div>
        <p className="mb-2 font-medium">Result</p>
        <ChooseOne
          label="Result"
          value={result}
          onChange={setResult}
          choices={[
            { value: "held", label: "Holds" },
            { value: "came-back", label: "The fault came back" },
          ]}
        />
      </div>
      <MinutesField value={minutes} onChange={setMinutes} />
      <Field name="note" label="Note" hint="optional: how far, how cold, which hill">
        <TextArea rows={2} value={note} onChange={(event) => setNote(event.target.value)} />
      </Field>
    </JobForm>
  );
}
