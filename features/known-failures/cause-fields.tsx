"use client";

import { PickWord } from "@/features/shared/pick-word";
import type { Vocabulary } from "@/server/db/book";
import { ChooseOne } from "@/ui/choices";
import { Field, SelectInput, TextInput } from "@/ui/form";
import type { KnownDraft } from "./draft";

export interface DraftFieldsProps {
  readonly draft: KnownDraft;
  readonly set: (part: Partial<KnownDraft>) => void;
}

/** What fails, how and where; or that nobody has explained it yet. */
export function CauseFields({ draft, set, words }: DraftFieldsProps & { readonly words: Vocabulary }) {
  const picked = words.components.find(({ key }) => key === draft.component);
  return (
    <div className="flex flex-col gap-4">
      <ChooseOne
        label="Is its cause known"
        value={draft.isExplained}
        onChange={(isExplained) => set({ isExplained })}
        choices={[
          { value: "yes", label: "The cause is known" },
          { value: "no", label: "Nobody has explained it yet" },
        ]}
      />
      {draft.isExplained !== "no" && (
        <div className="grid gap-4 sm:grid-cols-[1fr_12rem_10rem]">
          <Field name="component" label={`What fails${picked ? `: ${picked.label}` : ""}`}>
            <div>
              <PickWord
                kind="component"
                mayAdd
                label="What fails"
                placeholder={picked ? "another one" : "type two letters"}
                words={words.components.map(({ key, label, system, also }) => ({
                  key,
                  label,
                  also,
                  group: system,
                  system,
                }))}
                onPick={(component) => set({ component })}
              />
            </div>
          </Field>
          <Field name="failure" label="How">
            <SelectInput value={draft.failure} onChange={(event) => set({ failure: event.target.value })}>
              <option value="">choose</option>
              {words.failures.map(({ key, label }) => (
                <option key={key} value={key}>
                  {label}
                </option>
              ))}
            </SelectInput>
          </Field>
          <Field name="place" label="Where">
            <TextInput value={draft.place} maxLength={60} onChange={(event) => set({ place: event.target.value })} />
          </Field>
        </div>
      )}
    </div>
  );
}
