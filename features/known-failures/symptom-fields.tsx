"use client";

import { X } from "lucide-react";
import { FittingConditions } from "@/features/shared/fitting-conditions";
import { PickWord } from "@/features/shared/pick-word";
import type { Vocabulary } from "@/server/db/book";
import { Field, TextInput } from "@/ui/form";
import { Unfold } from "@/ui/unfold";
import type { DraftFieldsProps } from "./cause-fields";

/** What the customer tells, under which conditions, and which codes it sets. */
export function SymptomFields({ draft, set, words }: DraftFieldsProps & { readonly words: Vocabulary }) {
  const labelOf = (key: string) => words.symptoms.find((word) => word.key === key)?.label ?? key;
  const systems = words.symptoms.flatMap(({ key, system }) => (draft.symptoms.includes(key) ? system : []));
  return (
    <div className="flex flex-col gap-3 pt-3">
      <Field name="symptoms" label="Symptoms">
        <div className="flex flex-col gap-2">
          <PickWord
            kind="symptom"
            mayAdd
            label="Symptom"
            placeholder="type two letters"
            words={words.symptoms
              .filter(({ key }) => !draft.symptoms.includes(key))
              .map(({ key, label, system, also }) => ({ key, label, also, group: system, system }))}
            onPick={(key) => set({ symptoms: [...draft.symptoms, key] })}
          />
          <ul className="flex flex-wrap gap-2">
            {draft.symptoms.map((key) => (
              <li key={key} className="flex items-center border border-ink pl-3">
                {labelOf(key)}
                <button
                  type="button"
                  aria-label={`Leave out ${labelOf(key)}`}
                  className="inline-flex size-11 items-center justify-center hover:bg-paper-2"
                  onClick={() => set({ symptoms: draft.symptoms.filter((each) => each !== key) })}
                >
                  <X aria-hidden size={18} />
                </button>
              </li>
            ))}
          </ul>
        </div>
      </Field>
      <Unfold title={draft.conditions.length ? `Conditions: ${draft.conditions.length}` : "When does it show?"} small>
        <FittingConditions
          label="Conditions"
          systems={systems}
          conditions={words.conditions}
          values={draft.conditions}
          onChange={(conditions) => set({ conditions })}
        />
      </Unfold>
      <Field name="codes" label="Codes" hint="with commas between them">
        <TextInput value={draft.codes} className="mono" onChange={(event) => set({ codes: event.target.value })} />
      </Field>
    </div>
  );
}
