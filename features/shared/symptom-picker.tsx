"use client";

import { X } from "lucide-react";
import { useState } from "react";
import type { Symptom } from "@/core/case";
import { Button } from "@/ui/button";
import { AddWord } from "./add-word";
import { PickWord } from "./pick-word";
import type { Vocabulary } from "@/server/db/book";
import { FittingConditions } from "./fitting-conditions";
import { SymptomTaps } from "./symptom-taps";

interface SymptomPickerProps {
  readonly words: Pick<Vocabulary, "symptoms" | "conditions">;
  /** Whether a word that is missing may be added here. */
  readonly mayAdd: boolean;
  readonly value: readonly Symptom[];
  readonly onChange: (value: readonly Symptom[]) => void;
}

/** Symptoms found by typing or by tapping, each with the conditions under which it shows: conditions tell causes apart best. */
export function SymptomPicker({ words, mayAdd, value, onChange }: SymptomPickerProps) {
  const taken = new Set(value.map(({ key }) => key));
  const labelOf = (key: string) => words.symptoms.find((word) => word.key === key)?.label ?? key;
  const systemsOf = (key: string) => words.symptoms.flatMap((word) => (word.key === key ? word.system : []));
  const open = words.symptoms.filter(({ key }) => !taken.has(key));
  const pick = (key: string) => onChange([...value, { key, conditions: [] }]);
  const change = (key: string, conditions: readonly string[]) =>
    onChange(value.map((each) => (each.key === key ? { ...each, conditions } : each)));
  return (
    <div className="flex flex-col gap-3">
      <PickWord
        kind="symptom"
        mayAdd={mayAdd}
        label="Symptom"
        placeholder="type two letters: low power, hums, flat battery"
        words={open.map(({ key, label, system, also }) => ({ key, label, also, group: system, system }))}
        onPick={pick}
      />
      <SymptomTaps words={open} onPick={pick} />
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
          <FittingConditions
            label={`Conditions of ${labelOf(key)}`}
            systems={systemsOf(key)}
            conditions={words.conditions}
            values={conditions}
            onChange={(next) => change(key, next)}
          />
          {mayAdd && <MoreConditions onAdded={(added) => change(key, [...new Set([...conditions, added])])} />}
        </div>
      ))}
    </div>
  );
}

/** A condition that nobody has told of before. */
function MoreConditions({ onAdded }: { readonly onAdded: (key: string) => void }) {
  const [open, setOpen] = useState(false);
  if (!open)
    return (
      <Button look="quiet" className="text-sm" onClick={() => setOpen(true)}>
        Another condition
      </Button>
    );
  return (
    <AddWord
      kind="condition"
      text=""
      onAdded={(key) => {
        setOpen(false);
        onAdded(key);
      }}
      onCancel={() => setOpen(false)}
    />
  );
}
