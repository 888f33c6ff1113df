"use client";

import { Field, TextInput } from "@/ui/form";
import { useJobCommand } from "../use-job-command";
import { useJobForm } from "../use-job-form";
import { JobForm } from "./job-form";
import { MinutesField, minutesOrText } from "./minutes-field";
import { Cautions } from "./test/cautions";

const CAUTIONS = [
  "Bridge for diagnosis only, off the road, and take it out before the vehicle is handed over.",
  "Feed a part directly with a lead that has its own fuse.",
  "Never bridge what protects people: airbags, belt tensioners, brakes, high-voltage interlocks.",
];

/** Something is bridged to find a fault: it stays in sight until it is out. */
export function BypassDialog() {
  const form = useJobForm("bypass", { what: "", minutes: "5" });
  const command = useJobCommand("record-bypass", "Saved", { form });
  const [what, setWhat] = form.field("what");
  const [minutes, setMinutes] = form.field("minutes");
  return (
    <JobForm
      title="Bypass for diagnosis"
      lead="It stays in sight on this job until somebody says that it is out; the job is not closed before."
      command={command}
      form={form}
      fields={["what", "minutes"]}
      save="Save"
      disabled={!what.trim()}
      onSubmit={() => command.save({ what, minutes: minutesOrText(minutes) })}
    >
      <Cautions cautions={CAUTIONS} />
      <Field name="what" label="What is bridged, and where" hint="relay 14 by a fused lead, pins 30 and 87">
        <TextInput value={what} onChange={(event) => setWhat(event.target.value)} autoFocus />
      </Field>
      <MinutesField value={minutes} onChange={setMinutes} />
    </JobForm>
  );
}
