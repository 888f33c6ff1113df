"use client";

import Link from "next/link";
import { useState, type KeyboardEvent } from "react";
import { completeLine, readEntryLine, type EntryLine } from "@/core/entry-line";
import { CommandMessage } from "@/features/shared/command-message";
import { Button } from "@/ui/button";
import { useJobPage, useMay, type JobDialog } from "./job-context";
import { entriesOf, understood } from "./line-entries";
import { PictureButton } from "./picture-button";
import { useJobCommand } from "./use-job-command";

const FORMS: readonly { readonly label: string; readonly dialog: JobDialog }[] = [
  { label: "Symptoms", dialog: { kind: "symptoms" } },
  { label: "Before", dialog: { kind: "prior-work" } },
  { label: "Confirm", dialog: { kind: "confirm" } },
  { label: "Scan", dialog: { kind: "scan" } },
  { label: "Clear", dialog: { kind: "clear" } },
  { label: "Test", dialog: { kind: "other-ways" } },
  { label: "Bypass", dialog: { kind: "bypass" } },
  { label: "Part", dialog: { kind: "part", cause: null } },
  { label: "Cause", dialog: { kind: "finding" } },
  { label: "Hand over", dialog: { kind: "hand-over" } },
];
/** What the desk may fill in: what customers tell. */
const DESK_FORMS = new Set(["Symptoms", "Before", "Hand over"]);

/** Always in reach: one line that says what it understood before it is saved; what it does not understand is a note. */
export function EntryLineBar() {
  const mayRecord = useMay("job.record");
  const { open, sheet } = useJobPage();
  const [text, setText] = useState("");
  const command = useJobCommand("record-entries", "Saved");
  const line = readEntryLine(text, sheet.words);
  const save = async () => {
    const entries = entriesOf(line, sheet.facts.symptoms[0]?.key ?? null);
    if (!text.trim()) return;
    // Conditions of a job that has no symptom yet belong to nothing: what was typed is kept as it is.
    const kept = entries.length ? entries : [{ command: "record-note", input: { text: text.trim() } }];
    if (await command.save({ entries: kept })) setText("");
  };
  const complete = (event: KeyboardEvent) => {
    if (event.key !== "Tab" || event.shiftKey) return;
    const completed = completeLine(text, sheet.words);
    if (completed === null) return;
    event.preventDefault();
    setText(completed);
  };
  const forms = FORMS.filter(({ label }) => mayRecord || DESK_FORMS.has(label));
  return (
    <div className="no-print fixed inset-x-0 bottom-0 z-30 border-t-2 border-ink bg-paper px-4 py-2 sm:px-6">
      <CommandMessage message={command.message ?? command.problems[0]?.message ?? null} meanwhile={command.meanwhile} />
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
        className="flex flex-wrap items-center gap-2 xl:flex-nowrap"
      >
        <label htmlFor="entry-line" className="sr-only">
          Entry line: codes, symptoms, odometer, minutes, or a note
        </label>
        <input
          id="entry-line"
          value={text}
          onChange={(event) => setText(event.target.value)}
          onKeyDown={complete}
          autoComplete="off"
          placeholder="P0299 stored, uphill, not hot 6m"
          className="field-input mono min-w-0 grow basis-40"
        />
        <Understood line={line} />
        <Button type="submit" look="main" busy={command.busy} disabled={!text.trim()}>
          Save
        </Button>
        <Button
          id="line-help"
          look="quiet"
          aria-label="What the line understands"
          onClick={() => open({ kind: "line-help" })}
        >
          ?
        </Button>
        <div className="flex w-full overflow-x-auto xl:w-auto">
          <PictureButton text={text} onKept={() => setText("")} />
          <Link
            href={`/calculators?job=${sheet.job.id}`}
            prefetch={false}
            className="order-last inline-flex min-h-11 shrink-0 items-center px-2 font-medium underline decoration-rule-strong underline-offset-4 hover:decoration-ink"
          >
            Calculators
          </Link>
          {forms.map(({ label, dialog }) => (
            <Button key={label} look="quiet" className="shrink-0" onClick={() => open(dialog)}>
              {label}
            </Button>
          ))}
        </div>
      </form>
    </div>
  );
}

function Understood({ line }: { readonly line: EntryLine }) {
  const { symptoms, conditions } = useJobPage().sheet.words;
  const labelIn = (list: typeof symptoms | typeof conditions) => (key: string) =>
    list.find((word) => word.key === key)?.label ?? key;
  const parts = understood(line, { symptom: labelIn(symptoms), condition: labelIn(conditions) });
  if (!parts.length) return null;
  return (
    <span aria-live="polite" className="flex flex-wrap items-center gap-1 text-sm">
      <span className="text-ink-soft">understood:</span>
      {parts.map((part) => (
        <span key={part} className="mono border-b-2 border-spruce bg-paper-2 px-2 py-1">
          {part}
        </span>
      ))}
    </span>
  );
}
