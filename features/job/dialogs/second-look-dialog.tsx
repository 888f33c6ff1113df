"use client";

import { Field, TextArea } from "@/ui/form";
import { useJobCommand } from "../use-job-command";
import { useJobForm } from "../use-job-form";
import { JobForm } from "./job-form";
import { MinutesField, minutesOrText } from "./minutes-field";
import { Cautions } from "./test/cautions";

const CAUTIONS = [
  "Brakes, steering and restraints: look at it yourself, by the maker’s procedure; a word for it is not a look.",
  "Airbags and belt tensioners: battery off and the maker’s waiting time kept before a plug is touched; nothing is bridged there.",
];

/** A second person looks at safety work, and signs with their own name. */
export function SecondLookDialog() {
  const form = useJobForm("second look", { what: "", minutes: "5" });
  const command = useJobCommand("record-second-look", "Signed", { form });
  const [minutes, setMinutes] = form.field("minutes");
  return (
    <JobForm
      title="Second person"
      lead="Whoever did the work does not sign for it. This signs with your name."
      command={command}
      form={form}
      fields={["what", "minutes"]}
      save="I have looked at it"
      disabled={!form.values.what.trim()}
      onSubmit={() => command.save({ what: form.values.what, minutes: minutesOrText(minutes) })}
    >
      <Cautions cautions={CAUTIONS} />
      <Field name="what" label="What you looked at" hint="hose routed, no leak at full pressure, pedal firm">
        <TextArea rows={2} {...form.text("what")} autoFocus />
      </Field>
      <MinutesField value={minutes} onChange={setMinutes} />
    </JobForm>
  );
}
