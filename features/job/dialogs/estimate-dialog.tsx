"use client";

import type { Cause } from "@/core/book";
import { decimalOf } from "@/features/shared/format";
import { ChooseOne } from "@/ui/choices";
import { Field, TextInput } from "@/ui/form";
import { useJobPage } from "../job-context";
import { useJobCommand } from "../use-job-command";
import { useJobForm } from "../use-job-form";
import { CausePicker } from "./cause-picker";
import { JobForm } from "./job-form";
import { numberOrText } from "./minutes-field";

/** What somebody asks for a repair before it is done; a second look says what testing first would save. */
export function EstimateDialog() {
  const { site } = useJobPage();
  const form = useJobForm("estimate", {
    from: "elsewhere" as string,
    what: "",
    cause: { component: "", failure: "" } as Cause,
    amount: "",
  });
  const command = useJobCommand("record-estimate", "Estimate saved", { form });
  const [from, setFrom] = form.field("from");
  const [cause, setCause] = form.field("cause");
  return (
    <JobForm
      title="Estimate"
      lead="Big estimates deserve a second look: what would it cost to test first?"
      command={command}
      form={form}
      fields={["what", "amount", "cause"]}
      save="Save the estimate"
      onSubmit={() =>
        command.save({
          from,
          what: form.values.what,
          cause: cause.component && cause.failure ? cause : null,
          amount: {
            amount: numberOrText(form.values.amount, decimalOf(site.unitSystem)) ?? "",
            currency: site.currency,
          },
        })
      }
    >
      <ChooseOne
        label="Whose estimate"
        value={from}
        onChange={setFrom}
        choices={[
          { value: "elsewhere", label: "From elsewhere" },
          { value: "ours", label: "Ours" },
        ]}
      />
      <Field name="what" label="What for">
        <TextInput {...form.text("what")} placeholder="whole unit, fitted" autoFocus />
      </Field>
      <Field name="amount" label="Amount" hint={site.currency} className="max-w-60">
        <TextInput {...form.text("amount")} inputMode="decimal" className="mono" />
      </Field>
      <p className="text-sm text-ink-soft">What it would repair: without it nothing can be weighed.</p>
      <CausePicker {...cause} onChange={setCause} failureOptional />
    </JobForm>
  );
}
