"use client";

import type { JobSheet } from "@/server/views/job-sheet";
import { Field, TextArea } from "@/ui/form";
import { useJobPage } from "../job-context";
import { useJobCommand } from "../use-job-command";
import { useJobForm } from "../use-job-form";
import { JobForm } from "./job-form";

/** Closes the job; what it teaches the book grows with what was proved. */
export function CloseDialog() {
  const { sheet, rights } = useJobPage();
  const form = useJobForm("close", { reason: "", bypassReason: "" });
  const command = useJobCommand("close-job", "Job closed", { form });
  const [reason, setReason] = form.field("reason");
  const [bypassReason, setBypassReason] = form.field("bypassReason");
  const unproved = sheet.need.kind === "proof";
  const standsInTheWay = obstacles(sheet, rights.includes("job.reopen"));
  const bypasses = (sheet.facts.bypasses ?? []).flatMap(({ what, removed }) => (removed ? [] : what));
  return (
    <JobForm
      title="Close the job"
      lead={sheet.findingText ?? "No cause is named yet."}
      command={command}
      form={form}
      fields={["reason", "bypassReason"]}
      save="Close the job"
      disabled={standsInTheWay.length > 0}
      onSubmit={() => command.save({ reason, ...(bypasses.length ? { bypassReason } : {}) })}
    >
      {standsInTheWay.map((obstacle) => (
        <p key={obstacle} role="note" className="border-l-4 border-brick bg-brick-pale px-3 py-2">
          {obstacle}
        </p>
      ))}
      {unproved && <p>It is not proved as far as it can be. It teaches the book less until somebody follows up.</p>}
      {bypasses.length > 0 && (
        <div className="flex flex-col gap-2 border-2 border-brick px-4 py-3">
          <p className="font-semibold text-brick">Still in place: {bypasses.join("; ")}</p>
          <p>Take it out before the vehicle leaves. Only a lead may sign that it stays.</p>
          {rights.includes("job.reopen") && (
            <Field name="bypassReason" label="Signed: why it stays in place">
              <TextArea rows={2} value={bypassReason} onChange={(event) => setBypassReason(event.target.value)} />
            </Field>
          )}
        </div>
      )}
      <Field
        name="reason"
        label={unproved ? "Why it is closed all the same" : "Remark"}
        {...(unproved ? {} : { hint: "optional" })}
      >
        <TextArea rows={2} value={reason} onChange={(event) => setReason(event.target.value)} />
      </Field>
    </JobForm>
  );
}

/** What nobody gets over, or this person does not: said before anything is typed. */
function obstacles({ facts, cameBack, rung }: JobSheet, isLead: boolean): readonly string[] {
  const untried = facts.parts.some(({ result }) => result === null);
  const isCause = facts.finding?.result === "root-cause";
  const bridged = (facts.bypasses ?? []).some(({ removed }) => !removed);
  return [
    ...(facts.finding ? [] : ["Name the cause first, or say that it was not found."]),
    ...(untried ? ["A part was fitted and not tried yet: record its result."] : []),
    ...(isCause && cameBack ? ["The fault came back after this repair: name the cause anew."] : []),
    ...(isCause && !cameBack && rung === 0 && !isLead
      ? ["Nothing proves it yet: record a proof, or ask a lead to close it."]
      : []),
    ...(bridged && !isLead ? ["A bypass is in place: take it out, or ask a lead to sign why it stays."] : []),
  ];
}

export function ReopenDialog() {
  const form = useJobForm("reopen", { reason: "" });
  const command = useJobCommand("reopen-job", "Job opened again", { form });
  const [reason, setReason] = form.field("reason");
  return (
    <JobForm
      title="Open the job again"
      lead="It stops teaching the book until it is closed anew."
      command={command}
      form={form}
      fields={["reason"]}
      save="Open it again"
      onSubmit={() => command.save({ reason })}
    >
      <Field name="reason" label="Why">
        <TextArea rows={2} value={reason} onChange={(event) => setReason(event.target.value)} autoFocus />
      </Field>
    </JobForm>
  );
}
