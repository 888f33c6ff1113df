"use client";

import { X } from "lucide-react";
import type { Symptom } from "@/core/diagnosis";
import { ChooseSome } from "@/ui/choices";
import { WordPicker } from "@/ui/word-picker";

interface Words {
  readonly symptoms: readonly { readonly key: string; readonly label: string; readonly system: string }[];
  readonly conditions: readonly { readonly key: string; readonly label: string }[];
}

interface SymptomPickerProps {
  readonly words: Words;
  readonly value: readonly Symptom[];
  readonly onChange: (value: readonly Symptom[]) => void;
}

/** Symptoms found by typing, each with the conditions under which it shows: conditions tell causes apart best. */
export function SymptomPicker({ words, value, onChange }: SymptomPickerProps) {
  const taken = new Set(value.map(({ key }) => key));
  const labelOf = (key: string) => words.symptoms.find((word) => word.key === key)?.label ?? key;
  const change = (key: string, conditions: readonly string[]) =>
    onChange(value.map((each) => (each.key === key ? { key, conditions } : each)));
  return (
    <div className="flex flex-col gap-3">
      <WordPicker
        label="Symptom"
        placeholder="type two letters: low power, hums, flat battery"
        words={words.symptoms
          .filter(({ key }) => !taken.has(key))
          .map(({ key, label, system }) => ({ key, label, group: system }))}
        onPick={(key) => onChange([...value, { key, conditions: [] }])}
      />
      {value.map(({ key, conditions }) => (
        <div key={key} className="border-l-4 border-ink pl-3">
          <div className="flex items-center justify-between gap-2">
            <p className="font-semibold">{labelOf(key)}</p>
            <button
              type="button"
              className="inline-flex size-11 items-center justify-center hover:bg-paper-2"
              aria-label={`Leave out ${labelOf(key)}`}
              onClick={() => onChange(value.filter((each) => each.key !== key))}
            >
              <X aria-hidden size={20} />
            </button>
          </div>
          <p className="mb-1 text-sm text-ink-soft">When does it show?</p>
          <ChooseSome
            label={`Conditions of ${labelOf(key)}`}
            values={conditions}
            onChange={(next) => change(key, next)}
            choices={words.conditions.map((word) => ({ value: word.key, label: word.label }))}
          />
        </div>
      ))}
    </div>
  );
}
