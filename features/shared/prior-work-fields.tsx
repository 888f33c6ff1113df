"use client";

import type { ReactNode } from "react";
import type { Recency, Work, Worker } from "@/core/case";
import type { SystemWord } from "@/server/db/book";
import { ChooseOne } from "@/ui/choices";
import { Field, TextInput } from "@/ui/form";
import { PickWord } from "./pick-word";

/** Work that was done before, while it is put together. */
export interface PriorWorkDraft {
  readonly component: string;
  readonly work: Work | null;
  readonly who: Worker | null;
  readonly recency: Recency | null;
  readonly note: string;
  /** Whose part was fitted. */
  readonly maker: string;
}

export const NO_PRIOR_WORK: PriorWorkDraft = {
  component: "",
  work: null,
  who: null,
  recency: null,
  note: "",
  maker: "",
};

export function isComplete({ component, work, who, recency }: PriorWorkDraft): boolean {
  return component !== "" && work !== null && who !== null && recency !== null;
}

export const WORK_CHOICES: readonly { readonly value: Work; readonly label: string }[] = [
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

interface PriorWorkFieldsProps {
  readonly value: PriorWorkDraft;
  readonly onChange: (value: PriorWorkDraft) => void;
  readonly components: readonly SystemWord[];
  readonly mayAdd: boolean;
}

/** What was worked on, what was done, by whom, how long ago: four taps. */
export function PriorWorkFields({ value, onChange, components, mayAdd }: PriorWorkFieldsProps) {
  const picked = components.find(({ key }) => key === value.component);
  const pick = <Name extends "work" | "who" | "recency">(
    name: Name,
    choices: readonly { readonly value: NonNullable<PriorWorkDraft[Name]>; readonly label: string }[],
  ) => ({
    value: value[name],
    onChange: (text: string) =>
      onChange({ ...value, [name]: choices.find((each) => each.value === text)?.value ?? null }),
    choices,
  });
  return (
    <div className="flex flex-col gap-4">
      <div>
        <p className="mb-1 font-medium">What was worked on{picked && <span>: {picked.label}</span>}</p>
        <PickWord
          kind="component"
          mayAdd={mayAdd}
          label="What was worked on"
          placeholder={picked ? "something else" : "type two letters"}
          words={components.map(({ key, label, system, also }) => ({ key, label, also, group: system, system }))}
          onPick={(component) => onChange({ ...value, component })}
        />
      </div>
      <Question words="What was done">
        <ChooseOne label="What was done" {...pick("work", WORK_CHOICES)} />
      </Question>
      <Question words="By whom">
        <ChooseOne label="By whom" {...pick("who", WHO_CHOICES)} />
      </Question>
      <Question words="How long ago">
        <ChooseOne label="How long ago" {...pick("recency", RECENCY_CHOICES)} />
      </Question>
      {value.work === "changed" && (
        <Field name="maker" label="Whose part was fitted" hint="optional: values are those of its maker">
          <TextInput
            value={value.maker}
            maxLength={80}
            onChange={(event) => onChange({ ...value, maker: event.target.value })}
          />
        </Field>
      )}
      <Field name="note" label="Note" hint="optional: which invoice">
        <TextInput value={value.note} onChange={(event) => onChange({ ...value, note: event.target.value })} />
      </Field>
    </div>
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
