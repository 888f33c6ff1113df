"use client";

import { useState, type ReactNode } from "react";
import type { Recency, Work, Worker } from "@/core/diagnosis";
import { PickWord } from "@/features/shared/pick-word";
import { ChooseOne } from "@/ui/choices";
import { Field, TextArea } from "@/ui/form";
import { useJobPage, useMay } from "../job-context";
import { useJobCommand } from "../use-job-command";
import { JobForm } from "./job-form";

const WORK_CHOICES: readonly { readonly value: Work; readonly label: string }[] = [
  { value: "changed", label: "Changed" },
  { value: "repaired", label: "Repaired" },
  { value: "modified", label: "Modified" },
  { value: "bypassed", label: "Bypassed" },
  { value: "taken-apart", label: "Arrived taken apart" },
  { value: "accident", label: "Hurt in an accident" },
];

const WHO_CHOICES: readonly { readonly value: Worker; readonly label: string }[] = [
  { value: "owner", label: "The owner" },
  { value: "other-shop", label: "Another shop" },
  { value: "us", label: "Us" },
];

const RECENCY_CHOICES: readonly { readonly value: Recency; readonly label: string }[] = [
  { value: "days", label: "Days ago" },
  { value: "weeks", label: "Weeks" },
  { value: "months", label: "Months" },
  { value: "longer", label: "More than a year" },
];

/** Recent work is itself a suspect: a harness strained, a plug not pushed home, a new part that is bad. */
export function PriorWorkDialog() {
  const { sheet } = useJobPage();
  const mayAdd = useMay("words.extend");
  const command = useJobCommand("record-prior-work", "Saved");
  const [component, setComponent] = useState("");
  const [work, setWork] = useState<string | null>(null);
  const [who, setWho] = useState<string | null>(null);
  const [recency, setRecency] = useState<string | null>(null);
  const [note, setNote] = useState("");
  const picked = sheet.words.components.find(({ key }) => key === component);
  return (
    <JobForm
      title="Done before"
      lead="By the owner, another shop or us. Recent work near the complaint becomes a suspect by itself."
      command={command}
      fields={["note"]}
      save="Save"
      disabled={!component || !work || !who || !recency}
      onSubmit={() => command.save({ component, work, who, recency, note })}
    >
      <div>
        <p className="mb-1 font-medium">What was worked on{picked && <span>: {picked.label}</span>}</p>
        <PickWord
          kind="component"
          mayAdd={mayAdd}
          label="What was worked on"
          placeholder={picked ? "something else" : "type two letters"}
          words={sheet.words.components.map(({ key, label, system, also }) => ({
            key,
            label,
            also,
            group: system,
            system,
          }))}
          onPick={setComponent}
        />
      </div>
      <Question words="What was done">
        <ChooseOne label="What was done" value={work} onChange={setWork} choices={WORK_CHOICES} />
      </Question>
      <Question words="By whom">
        <ChooseOne label="By whom" value={who} onChange={setWho} choices={WHO_CHOICES} />
      </Question>
      <Question words="How long ago">
        <ChooseOne label="How long ago" value={recency} onChange={setRecency} choices={RECENCY_CHOICES} />
      </Question>
      <Field name="note" label="Note" hint="optional: whose part, which invoice">
        <TextArea rows={2} value={note} onChange={(event) => setNote(event.target.value)} />
      </Field>
    </JobForm>
  );
}

function Question({ words, children }: { readonly words: string; readonly children: ReactNode }) {
  return (
    <div>
      <p className="mb-2 font-medium">{words}</p>
      {children}
    </div>
  );
}
