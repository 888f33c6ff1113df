"use client";

import { isComplete, NO_PRIOR_WORK, PriorWorkFields } from "@/features/shared/prior-work-fields";
import { useJobPage, useMay } from "../job-context";
import { useJobCommand } from "../use-job-command";
import { useJobForm } from "../use-job-form";
import { JobForm } from "./job-form";

/** Recent work is itself a suspect: a harness strained, a plug not pushed home, a new part that is bad. */
export function PriorWorkDialog() {
  const { sheet } = useJobPage();
  const mayAdd = useMay("words.extend");

  const form = useJobForm("prior-work", { draft: NO_PRIOR_WORK });
  const command = useJobCommand("record-prior-work", "Saved", { form });
  const [draft, setDraft] = form.field("draft");
  return (
    <JobForm
      title="Done before"
      lead="By the owner, another shop or us. Recent work near the complaint becomes a suspect by itself."
      command={command}
      form={form}
      fields={["note"]}
      save="Save"
      disabled={!isComplete(draft)}
      onSubmit={() => command.save(draft)}
    >
      <PriorWorkFields value={draft} onChange={setDraft} components={sheet.words.components} mayAdd={mayAdd} />
    </JobForm>
  );
}
