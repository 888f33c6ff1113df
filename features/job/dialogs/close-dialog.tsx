"use client";

import { addDays, format } from "date-fns";
import { askAfterDays, type SignableKind } from "@/core/job";
import { isUnchecked } from "@/core/repair";
import { upperFirst } from "@/core/words";
import { odometerInput } from "@/features/shared/format";
import type { ObstacleView } from "@/server/views/job-sheet";
import { Button } from "@/ui/button";
import { Field, TextArea, TextInput } from "@/ui/form";
import { useJobPage, type JobDialog } from "../job-context";
import { useJobCommand } from "../use-job-command";
import { useProofStep } from "../proof-step";
import { useJobForm } from "../use-job-form";
import { JobForm } from "./job-form";

/** Closes the job; what it teaches the book grows with what was proved. What is missing is said before anybody types. */
export function CloseDialog() {
  const { sheet, rights, site } = useJobPage();
  const isCause = sheet.facts.finding?.result === "root-cause";
  const form = useJobForm("close", {
    reason: "",
    signed: {} as Readonly<Record<string, string>>,
    lookAgain: "",
    askOn: isCause ? format(addDays(new Date(), askAfterDays(sheet.facts, sheet.rung)), "yyyy-MM-dd") : "",
  });
  const command = useJobCommand("close-job", "Job closed", { form });
  const [signed, setSigned] = form.field("signed");
  const isLead = rights.includes("job.reopen");
  const blocked = sheet.obstacles.filter(({ signable }) => !isLead || signable === null);
  const toSign = isLead ? sheet.obstacles.filter(({ signable }) => signable !== null) : [];
  const missing = sheet.need.kind === "proof" && !toSign.some(({ kind }) => kind === "proof");
  const signatures = toSign.flatMap(({ signable }) =>
    signable ? [{ for: signable, reason: signed[signable] ?? "" }] : [],
  );
  return (
    <JobForm
      title="Close the job"
      lead={sheet.findingText ?? "No cause is named yet."}
      command={command}
      form={form}
      fields={["reason", "askOn", "lookAgainKm", ...toSign.map((_, at) => `signed[${at}].reason`)]}
      save="Close the job"
      disabled={blocked.length > 0 || signatures.some(({ reason }) => !reason.trim())}
      onSubmit={() =>
        command.save({
          reason: form.values.reason,
          signed: signatures,
          askOn: isCause ? form.values.askOn || null : null,
          lookAgainKm: odometerInput(form.values.lookAgain, site.unitSystem),
        })
      }
    >
      {blocked.map((obstacle) => (
        <Blocked key={obstacle.kind} obstacle={obstacle} isLead={isLead} />
      ))}
      {toSign.map(({ kind, text, signable }, at) => (
        <div key={kind} className="flex flex-col gap-2 border-2 border-brick px-4 py-3">
          <p className="font-semibold text-brick">{upperFirst(text)}.</p>
          <WayOut kind={kind} />
          <Field name={`signed[${at}].reason`} label="Signed: why it is closed all the same">
            <TextArea
              rows={2}
              value={signed[signable ?? ""] ?? ""}
              onChange={(event) => setSigned((now) => ({ ...now, [signable as SignableKind]: event.target.value }))}
            />
          </Field>
        </div>
      ))}
      {missing && <p>It is not proved as far as it can be. It teaches the book less until somebody follows up.</p>}
      <Field
        name="lookAgainKm"
        label={`Look again at, ${site.unitSystem === "imperial" ? "mi" : "km"}`}
        hint="optional: the gate says so when it comes"
        className="max-w-60"
      >
        <TextInput {...form.text("lookAgain")} inputMode="numeric" className="mono" />
      </Field>
      {isCause && (
        <Field name="askOn" label="Ask the customer whether it held" className="max-w-60">
          <TextInput type="date" {...form.text("askOn")} />
        </Field>
      )}
      <Field
        name="reason"
        label={missing ? "Why it is closed all the same" : "Remark"}
        {...(missing ? {} : { hint: "optional" })}
      >
        <TextArea rows={2} {...form.text("reason")} />
      </Field>
    </JobForm>
  );
}

/** What nobody gets over, or this person does not: said before anything is typed. */
function Blocked({
  obstacle: { kind, text, signable },
  isLead,
}: {
  readonly obstacle: ObstacleView;
  readonly isLead: boolean;
}) {
  return (
    <div role="note" className="border-l-4 border-brick bg-brick-pale px-3 py-2">
      <p>
        {upperFirst(text)}
        {signable && !isLead ? "; or a lead signs why it is closed all the same." : "."}
      </p>
      <WayOut kind={kind} />
    </div>
  );
}

const WAYS: Partial<Record<ObstacleView["kind"], { readonly label: string; readonly dialog: JobDialog }>> = {
  "no-finding": { label: "Name the cause", dialog: { kind: "finding" } },
  "came-back": { label: "Name the cause anew", dialog: { kind: "finding" } },
  "left-over": { label: "Say what becomes of it", dialog: { kind: "finding" } },
  "second-look": { label: "Sign as second person", dialog: { kind: "second-look" } },
};

function WayOut({ kind }: { readonly kind: ObstacleView["kind"] }) {
  const { open, sheet } = useJobPage();
  const step = useProofStep((sheet.need.kind === "proof" ? sheet.need.missing[0] : null) ?? "road-test");
  const part = sheet.facts.parts.find(({ work }) => work?.checkOffs.some((each) => !each.done || isUnchecked(each)));
  const checkOff = part && { label: "Check it off", dialog: { kind: "check-off" as const, partSeq: part.seq } };
  const way = kind === "proof" ? step : kind === "companions" || kind === "unchecked" ? checkOff : WAYS[kind];
  if (!way) return null;
  return (
    <Button look="quiet" className="self-start" onClick={() => open(way.dialog)}>
      {way.label}
    </Button>
  );
}

export function ReopenDialog() {
  const form = useJobForm("reopen", { reason: "" });
  const command = useJobCommand("reopen-job", "Job opened again", { form });
  return (
    <JobForm
      title="Open the job again"
      lead="It stops teaching the book until it is closed anew."
      command={command}
      form={form}
      fields={["reason"]}
      save="Open it again"
      onSubmit={() => command.save({ reason: form.values.reason })}
    >
      <Field name="reason" label="Why">
        <TextArea rows={2} {...form.text("reason")} autoFocus />
      </Field>
    </JobForm>
  );
}
