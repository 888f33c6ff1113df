"use client";

import { FittingConditions } from "@/features/shared/fitting-conditions";
import { ChooseOne } from "@/ui/choices";
import { Field, TextArea, TextInput } from "@/ui/form";
import { useJobPage } from "../job-context";
import { useJobCommand } from "../use-job-command";
import { useJobForm } from "../use-job-form";
import { JobForm } from "./job-form";
import { MinutesField, minutesOrText, numberOrText } from "./minutes-field";

const RESULTS = [
  { value: "reproduced", label: "Yes, it shows" },
  { value: "sometimes", label: "Only sometimes" },
  { value: "not-reproduced", label: "Not reproduced" },
] as const;

/** Whether the complaint shows itself to us: so often, in so many tries, under which conditions. */
export function ConfirmDialog() {
  const { sheet } = useJobPage();
  const form = useJobForm("confirm", {
    result: null as string | null,
    times: "",
    tries: "",
    conditions: [] as string[],
    minutes: "10",
    note: "",
  });
  const command = useJobCommand("confirm-complaint", "Saved", { form });
  const [result, setResult] = form.field("result");
  const [times, setTimes] = form.field("times");
  const [tries, setTries] = form.field("tries");
  const [conditions, setConditions] = form.field("conditions");
  const [minutes, setMinutes] = form.field("minutes");
  const [note, setNote] = form.field("note");
  const save = () =>
    command.save({
      result,
      times: numberOrText(times) ?? null,
      tries: numberOrText(tries) ?? null,
      conditions,
      minutes: minutesOrText(minutes),
      note,
    });
  return (
    <JobForm
      title="Does it show itself?"
      lead={sheet.job.complaint}
      command={command}
      form={form}
      fields={["times", "tries", "minutes", "note"]}
      save="Save"
      disabled={!result}
      onSubmit={save}
    >
      <ChooseOne label="Does it show itself?" value={result} onChange={setResult} choices={RESULTS} />
      {result === "not-reproduced" && (
        <p className="text-sm">
          Is it a fault at all? A lamp may say that a function is switched on: then name the cause as “works as
          designed”. Otherwise a plan for catching it comes next.
        </p>
      )}
      <div className="grid max-w-80 grid-cols-2 gap-4">
        <Field name="times" label="It showed" hint="times, optional">
          <TextInput
            value={times}
            onChange={(event) => setTimes(event.target.value)}
            inputMode="numeric"
            className="mono"
          />
        </Field>
        <Field name="tries" label="In" hint="tries">
          <TextInput
            value={tries}
            onChange={(event) => setTries(event.target.value)}
            inputMode="numeric"
            className="mono"
          />
        </Field>
      </div>
      <div>
        <p className="mb-2 font-medium">Tried under</p>
        <FittingConditions
          label="Tried under"
          systems={sheet.facts.symptomSystems}
          conditions={sheet.words.conditions}
          values={conditions}
          onChange={setConditions}
        />
      </div>
      <MinutesField value={minutes} onChange={setMinutes} />
      <Field name="note" label="Note" hint="optional">
        <TextArea rows={2} value={note} onChange={(event) => setNote(event.target.value)} />
      </Field>
    </JobForm>
  );
}
