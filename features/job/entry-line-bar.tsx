"use client";

import { useState } from "react";
import { readEntryLine, type EntryLine } from "@/core/entry-line";
import { CommandMessage } from "@/features/shared/command-message";
import { Button } from "@/ui/button";
import { useJobPage, useMay, type JobDialog } from "./job-context";
import { useJobCommand } from "./use-job-command";

const FORMS: readonly { readonly label: string; readonly dialog: JobDialog }[] = [
  { label: "Symptoms", dialog: { kind: "symptoms" } },
  { label: "Scan", dialog: { kind: "scan" } },
  { label: "Test", dialog: { kind: "other-ways" } },
  { label: "Part", dialog: { kind: "part", cause: null } },
  { label: "Cause", dialog: { kind: "finding" } },
  { label: "Hand over", dialog: { kind: "hand-over" } },
];

/** Always in reach: one line that understands codes and minutes, shown before it is saved; all else becomes a note. */
export function EntryLineBar() {
  const mayRecord = useMay("job.record");
  const { open } = useJobPage();
  const [text, setText] = useState("");
  const scan = useJobCommand("record-scan", "Codes saved");
  const note = useJobCommand("record-note", "Note saved");
  if (!mayRecord) return null;
  const line = readEntryLine(text);
  const save = async () => {
    if (!text.trim()) return;
    const minutes = line.minutes ?? 0;
    const saved = line.codes.length
      ? await scan.save({ codes: line.codes, modulesRead: [], minutes })
      : await note.save({ text: line.note || text.trim(), minutes });
    // What stood beside the codes is a note of its own: it stays in the line and is saved with the next Enter.
    if (saved) setText(line.codes.length ? line.note : "");
  };
  return (
    <div className="no-print fixed inset-x-0 bottom-0 z-30 border-t-2 border-ink bg-paper px-4 py-2 sm:px-6">
      <CommandMessage message={scan.message ?? note.message} meanwhile={[...scan.meanwhile, ...note.meanwhile]} />
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
        className="flex flex-wrap items-center gap-2 lg:flex-nowrap"
      >
        <label htmlFor="entry-line" className="sr-only">
          Entry line: codes, minutes, or a note
        </label>
        <input
          id="entry-line"
          value={text}
          onChange={(event) => setText(event.target.value)}
          autoComplete="off"
          placeholder="P0299 stored 6m, or a note"
          className="field-input mono min-w-0 grow basis-40"
        />
        <Understood line={line} />
        <Button type="submit" look="main" busy={scan.busy || note.busy} disabled={!text.trim()}>
          Save
        </Button>
        <div className="flex w-full gap-1 overflow-x-auto lg:w-auto">
          {FORMS.map(({ label, dialog }) => (
            <Button key={label} look="quiet" className="shrink-0" onClick={() => open(dialog)}>
              {label}
            </Button>
          ))}
        </div>
      </form>
    </div>
  );
}

function Understood({ line: { codes, minutes, note } }: { readonly line: EntryLine }) {
  if (!codes.length && minutes === null && !note) return null;
  const parts = [
    ...codes.map(({ code, status }) => `${code} ${status}`),
    ...(note ? [codes.length ? "note next" : "note"] : []),
    ...(minutes !== null ? [`${minutes} min`] : []),
  ];
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
