"use client";

import { ChevronUp } from "lucide-react";
import { useRouter } from "next/navigation";
import { useRef, useState, type KeyboardEvent } from "react";
import { completeLine, readEntryLine, type EntryLine } from "@/core/entry-line";
import { CommandMessage } from "@/features/shared/command-message";
import { Button } from "@/ui/button";
import { Menu } from "@/ui/menu";
import { useJobPage, useMay, type JobDialog } from "./job-context";
import { entriesOf, understood } from "./line-entries";
import { PictureButton } from "./picture-button";
import { useJobCommand } from "./use-job-command";

interface Form {
  readonly label: string;
  readonly dialog: JobDialog;
}

/** In the order of the work; what is needed on every job stands first, the rest behind one control. */
const FORMS: readonly Form[] = [
  { label: "Scan", dialog: { kind: "scan" } },
  { label: "Test", dialog: { kind: "other-ways" } },
  { label: "Repair", dialog: { kind: "part", cause: null } },
  { label: "Cause", dialog: { kind: "finding" } },
  { label: "Proof", dialog: { kind: "proof", step: "road-test" } },
];
const MORE: readonly Form[] = [
  { label: "Symptoms", dialog: { kind: "symptoms" } },
  { label: "Earlier work", dialog: { kind: "prior-work" } },
  { label: "Confirm the complaint", dialog: { kind: "confirm" } },
  { label: "Clear the codes", dialog: { kind: "clear" } },
  { label: "A check without a procedure", dialog: { kind: "check" } },
  { label: "Name a suspect", dialog: { kind: "suspect" } },
  { label: "Estimate", dialog: { kind: "estimate" } },
  { label: "Bypass", dialog: { kind: "bypass" } },
  { label: "Watch for it", dialog: { kind: "watch" } },
  { label: "It waits for something", dialog: { kind: "waiting" } },
  { label: "Sign as second person", dialog: { kind: "second-look" } },
  { label: "Hand over", dialog: { kind: "hand-over" } },
];
/** What the desk may fill in: what customers tell. */
const DESK_FORMS: readonly Form[] = [
  { label: "Symptoms", dialog: { kind: "symptoms" } },
  { label: "Earlier work", dialog: { kind: "prior-work" } },
  { label: "Estimate", dialog: { kind: "estimate" } },
  { label: "It waits", dialog: { kind: "waiting" } },
  { label: "Hand over", dialog: { kind: "hand-over" } },
];

/** Always in reach: one line that says what it understood before it is saved; what it does not understand is a note. */
export function EntryLineBar() {
  const mayRecord = useMay("job.record");
  const { open, sheet, rights } = useJobPage();
  const router = useRouter();
  const [text, setText] = useState("");
  const command = useJobCommand("record-entries", "Saved");
  const untie = useJobCommand("untie-comeback", "The old cause has its standing again");
  const line = readEntryLine(text, sheet.words);
  const save = async () => {
    const entries = entriesOf(line, sheet.facts.symptoms[0]?.key ?? null);
    if (!text.trim()) return;
    // Conditions of a job that has no symptom yet belong to nothing: what was typed is kept as it is.
    const kept = entries.length ? entries : [{ command: "record-note", input: { text: text.trim() } }];
    if (await command.save({ entries: kept })) setText("");
  };
  const completed = completeLine(text, sheet.words);
  const field = useRef<HTMLInputElement>(null);
  const complete = (event: KeyboardEvent) => {
    if (event.key !== "Tab" || event.shiftKey || completed === null) return;
    event.preventDefault();
    setText(completed);
  };
  const takeCompletion = () => {
    if (completed !== null) setText(completed);
    field.current?.focus();
  };
  const forms = mayRecord ? FORMS.map((form) => ({ ...form, dialog: withNextStep(form.dialog, sheet) })) : DESK_FORMS;
  const more = [
    ...(mayRecord ? MORE : []).map(({ label, dialog }) => ({ label, onPick: () => open(dialog) })),
    ...(sheet.job.comebackOf && rights.includes("job.reopen")
      ? [{ label: "It is no comeback", onPick: () => void untie.save({}) }]
      : []),
    ...(rights.includes("book.extend")
      ? [{ label: "This model does that", onPick: () => router.push(`/known-failures/new?job=${sheet.job.id}`) }]
      : []),
    { label: "On paper", onPick: () => router.push(`/jobs/${sheet.job.id}/paper`) },
    { label: "Calculators", onPick: () => router.push(`/calculators?job=${sheet.job.id}`) },
    { label: "What the line understands", onPick: () => open({ kind: "line-help" }) },
  ];
  return (
    <div className="no-print fixed inset-x-0 bottom-0 z-30 border-t-2 border-ink bg-paper px-4 py-2 sm:px-6">
      <CommandMessage
        message={command.message ?? command.problems[0]?.message ?? untie.message}
        meanwhile={command.meanwhile}
      />
      <Understood line={line} completed={completed} onComplete={takeCompletion} />
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
        className="flex flex-wrap items-center gap-x-3 lg:flex-nowrap"
      >
        <label htmlFor="entry-line" className="sr-only">
          Entry line: codes, symptoms, odometer, minutes, or a note
        </label>
        <input
          id="entry-line"
          ref={field}
          value={text}
          onChange={(event) => setText(event.target.value)}
          onKeyDown={complete}
          autoComplete="off"
          placeholder="P0299 stored, uphill, not hot 6m"
          className="field-input mono min-w-0 grow basis-40"
        />
        <Button type="submit" look="main" busy={command.busy} disabled={!text.trim()}>
          Save
        </Button>
        <div
          className="-mx-2 flex w-[calc(100%+1rem)] justify-between lg:mx-0 lg:w-auto lg:justify-start"
          role="group"
          aria-label="Record"
        >
          {forms.map(({ label, dialog }) => (
            <Button key={label} look="quiet" className="shrink-0" onClick={() => open(dialog)}>
              {label}
            </Button>
          ))}
          <PictureButton text={text} onKept={() => setText("")} />
          <Menu
            label={
              <>
                More <ChevronUp aria-hidden size={18} className="hidden sm:block" />
              </>
            }
            items={more}
          />
        </div>
      </form>
      <button
        id="line-help"
        type="button"
        tabIndex={-1}
        className="sr-only"
        onClick={() => open({ kind: "line-help" })}
      >
        What the line understands
      </button>
    </div>
  );
}

/** The proof that is still missing is the one that opens: the test that has to pass, the scan that has to be clean. */
function withNextStep(dialog: JobDialog, { need, proof }: ReturnType<typeof useJobPage>["sheet"]): JobDialog {
  const step = need.kind === "proof" ? need.missing[0] : undefined;
  if (dialog.kind !== "proof" || !step) return dialog;
  if (step === "same-test" && proof.sameTest) return { kind: "test", procedure: proof.sameTest.procedure };
  if (step === "codes-stay-clear") return { kind: proof.codes.kind === "not-read" ? "scan" : "clear" };
  return { ...dialog, step };
}

interface UnderstoodProps {
  readonly line: EntryLine;
  /** The line with the word at its end written out; null where none begins so. */
  readonly completed: string | null;
  readonly onComplete: () => void;
}

function Understood({ line, completed, onComplete }: UnderstoodProps) {
  const { symptoms, conditions } = useJobPage().sheet.words;
  const labelIn = (list: typeof symptoms | typeof conditions) => (key: string) =>
    list.find((word) => word.key === key)?.label ?? key;
  const parts = understood(line, { symptom: labelIn(symptoms), condition: labelIn(conditions) });
  if (!parts.length) return null;
  const word = completed?.split(/[,;]/).at(-1)?.trim();
  return (
    <div className="flex flex-wrap items-center gap-1 pb-2 text-sm">
      <p aria-live="polite" className="flex flex-wrap items-center gap-1">
        <span className="text-ink-soft">understood:</span>
        {parts.map((part) => (
          <span key={part} className="mono border-b-2 border-spruce bg-paper-2 px-2 py-1">
            {part}
          </span>
        ))}
      </p>
      {word && (
        <Button look="quiet" onClick={onComplete}>
          {word}
          <kbd className="mono hidden border border-rule-strong px-1 text-xs sm:inline">Tab</kbd>
        </Button>
      )}
    </div>
  );
}
