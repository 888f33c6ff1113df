"use client";

import { addDays, format } from "date-fns";
import { Field, TextInput } from "@/ui/form";
import { useJobPage } from "../job-context";
import { useJobCommand } from "../use-job-command";
import { useJobForm } from "../use-job-form";
import { JobForm } from "./job-form";

const A_WEEK = 7;

/** Books, or moves, the day on which somebody asks whether the repair held. */
export function FollowUpDayDialog() {
  const { askOn } = useJobPage().sheet;
  const form = useJobForm("follow-up day", {
    day: askOn ?? format(addDays(new Date(), A_WEEK), "yyyy-MM-dd"),
    note: "",
  });
  const command = useJobCommand("book-follow-up", "Booked", { form });
  return (
    <JobForm
      title={askOn ? "Ask on another day" : "Ask whether it held"}
      command={command}
      form={form}
      fields={["day", "note"]}
      save="Save"
      onSubmit={() => command.save(form.values)}
    >
      <Field name="day" label="We ask on" className="max-w-60">
        <TextInput type="date" {...form.text("day")} />
      </Field>
      <Field name="note" label="Note" hint="optional: nobody answered, rings back">
        <TextInput {...form.text("note")} />
      </Field>
    </JobForm>
  );
}
