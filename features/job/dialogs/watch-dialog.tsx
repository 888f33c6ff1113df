"use client";

import { addDays, format } from "date-fns";
import { Field, TextArea, TextInput } from "@/ui/form";
import { useJobCommand } from "../use-job-command";
import { useJobForm } from "../use-job-form";
import { JobForm } from "./job-form";

const DAYS = 14;

/** A plan for catching what does not show itself: no part is fitted on suspicion. */
export function WatchDialog() {
  const form = useJobForm("watch", { what: "", who: "", until: format(addDays(new Date(), DAYS), "yyyy-MM-dd") });
  const command = useJobCommand("plan-watch", "Plan saved", { form });
  const [what, setWhat] = form.field("what");
  const [who, setWho] = form.field("who");
  const [until, setUntil] = form.field("until");
  return (
    <JobForm
      title="Plan how to catch it"
      lead="What to watch for or record, who does it, and when we ask again."
      command={command}
      form={form}
      fields={["what", "who", "until"]}
      save="Save the plan"
      onSubmit={() => command.save({ what, who, until })}
    >
      <Field
        name="what"
        label="What to watch for or record"
        hint="lamp and speed noted, a film of the gauge, the logger on the pass"
      >
        <TextArea rows={3} value={what} onChange={(event) => setWhat(event.target.value)} autoFocus />
      </Field>
      <Field name="who" label="Who watches" hint="the driver, or a colleague">
        <TextInput value={who} onChange={(event) => setWho(event.target.value)} />
      </Field>
      <Field name="until" label="We ask again on" className="max-w-60">
        <TextInput type="date" value={until} onChange={(event) => setUntil(event.target.value)} />
      </Field>
    </JobForm>
  );
}
