"use client";

import { useState } from "react";
import { isComplete, NO_PRIOR_WORK, PriorWorkFields } from "@/features/shared/prior-work-fields";
import { useJobPage, useMay } from "../job-context";
import { useJobCommand } from "../use-job-command";
import { JobForm } from "./job-form";

/** Recent work is itself a suspect: a harness strained, a plug not pushed home, a new part that is bad. */
export function PriorWorkDialog() {
  const { sheet } = useJobPage();
  const mayAdd = useMay("words.extend");
  const command = useJobCommand("record-prior-work", "Saved");
  const [draft, setDraft] = useState(NO_PRIOR_WORK);
  return (
    <JobForm
      title="Done before"
      lead="By the owner, another shop or us. Recent work near the complaint becomes a suspect by itself."
      command={command}
      fields={["note"]}
      save="Save"
      disabled={!isComplete(draft)}
      onSubmit={() => command.save(draft)}
    >
      <PriorWorkFields value={draft} onChange={setDraft} components={sheet.words.components} mayAdd={mayAdd} />
    </JobForm>
  );
}
