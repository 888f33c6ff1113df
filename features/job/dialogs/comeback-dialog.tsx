"use client";

import { useRouter } from "next/navigation";
import { COMEBACK_WORDS } from "@/core/entries";
import { COMEBACKS, unsettles } from "@/core/job";
import { upperFirst } from "@/core/words";
import { odometerInput } from "@/features/shared/format";
import { CommandMessage } from "@/features/shared/command-message";
import { commandPath } from "@/features/shared/send-command";
import { TypedBefore } from "@/features/shared/typed-before";
import { useCommand } from "@/features/shared/use-command";
import { Button } from "@/ui/button";
import { ChooseOne } from "@/ui/choices";
import { Dialog } from "@/ui/dialog";
import { Field, Form, OtherProblems, TextArea, TextInput } from "@/ui/form";
import { useJobPage } from "../job-context";
import { useJobForm } from "../use-job-form";

const CHOICES = COMEBACKS.map((value) => ({
  value,
  label: upperFirst(COMEBACK_WORDS[value]),
}));

/** The vehicle is back: a new job that starts with what was tried here. */
export function ComebackDialog() {
  const { sheet, site, close } = useJobPage();
  const { send, busy, problems, message } = useCommand(commandPath("open-comeback"));
  const router = useRouter();
  const form = useJobForm("comeback", { why: null as string | null, complaint: "", odometer: "", odometerReason: "" });
  const [why, setWhy] = form.field("why");
  const chosen = COMEBACKS.find((each) => each === why) ?? null;
  const open = async () => {
    const { complaint, odometer, odometerReason } = form.values;
    const answer = await send({
      jobId: sheet.job.id,
      why: chosen,
      complaint,
      odometerKm: odometerInput(odometer, site.unitSystem),
      odometerReason,
    });
    if (!answer || typeof answer !== "object" || !("jobId" in answer)) return;
    form.forget();
    router.push(`/jobs/${String(answer.jobId)}`);
  };
  return (
    <Dialog
      open
      onOpenChange={(next) => !next && close()}
      title="It is back"
      lead="A new job, which starts with what was tried here."
    >
      <Form problems={problems} onSubmit={open} className="flex flex-col gap-5">
        <TypedBefore form={form} />
        <ChooseOne label="Why it is back" value={why} onChange={setWhy} choices={CHOICES} stacked />
        {chosen && unsettles(chosen) && (
          <p role="note" className="border-l-4 border-ochre bg-ochre-pale px-3 py-2">
            The cause of job {sheet.job.number} loses its standing at once, for every vehicle.
          </p>
        )}
        <Field name="complaint" label="In the customer's words">
          <TextArea rows={3} {...form.text("complaint")} />
        </Field>
        <Field
          name="odometerKm"
          label={`Odometer, ${site.unitSystem === "imperial" ? "miles" : "km"}`}
          hint="if it was read"
          className="max-w-60"
        >
          <TextInput {...form.text("odometer")} inputMode="numeric" className="mono" />
        </Field>
        {problems.some(({ path }) => path === "odometerKm") && (
          <Field name="odometerReason" label="Why it reads less than before">
            <TextInput {...form.text("odometerReason")} />
          </Field>
        )}
        <CommandMessage message={message} />
        <OtherProblems known={["complaint", "odometerKm", "odometerReason"]} />
        <div className="flex gap-3">
          <Button
            type="submit"
            look="main"
            busy={busy}
            disabled={!chosen || !form.values.complaint.trim()}
            className="grow"
          >
            Open the job
          </Button>
          <Button
            onClick={() => {
              form.forget();
              close();
            }}
          >
            Cancel
          </Button>
        </div>
      </Form>
    </Dialog>
  );
}
