"use client";

import { REPAIR_OUTCOMES } from "@/core/known-failures";
import { Rows } from "@/features/shared/rows";
import type { Vocabulary } from "@/server/db/book";
import { SelectInput, TextInput } from "@/ui/form";
import type { DraftFieldsProps } from "./cause-fields";
import { NO_LOOK_ALIKE, NO_PART, NO_REPAIR } from "./draft";
import type { EditorChoices } from "./choices";
import { OUTCOME_WORDS } from "./words";

interface PickProps {
  readonly label: string;
  readonly none: string;
  readonly value: string;
  readonly choices: readonly { readonly key: string; readonly name: string }[];
  readonly onChange: (key: string) => void;
}

function Pick({ label, none, value, choices, onChange }: PickProps) {
  return (
    <SelectInput aria-label={label} value={value} onChange={(event) => onChange(event.target.value)}>
      <option value="">{none}</option>
      {choices.map(({ key, name }) => (
        <option key={key} value={key}>
          {name}
        </option>
      ))}
    </SelectInput>
  );
}

/** What it is taken for, and the one question or test that tells them apart. */
export function LookAlikeRows({ draft, set, choices }: DraftFieldsProps & { readonly choices: EditorChoices }) {
  const conditions = choices.words.conditions.map(({ key, label }) => ({ key, name: label }));
  return (
    <Rows
      rows={draft.lookAlikes}
      empty={NO_LOOK_ALIKE}
      add="Another that looks alike"
      onChange={(lookAlikes) => set({ lookAlikes })}
    >
      {(row, change, at) => (
        <div className="grid gap-3 sm:grid-cols-2">
          <TextInput
            aria-label={`What looks alike ${at + 1}`}
            placeholder="what it is taken for"
            value={row.otherName}
            maxLength={160}
            onChange={(event) => change({ otherName: event.target.value })}
          />
          <Pick
            label={`Known failure that looks alike ${at + 1}`}
            none="none of the book"
            value={row.other}
            choices={choices.others.map(({ key, title }) => ({ key, name: title }))}
            onChange={(other) =>
              change({
                other,
                otherName: row.otherName || (choices.others.find(({ key }) => key === other)?.title ?? ""),
              })
            }
          />
          <TextInput
            aria-label={`Question that tells them apart ${at + 1}`}
            placeholder="always above 70, or only pulling away?"
            className="sm:col-span-2"
            value={row.question}
            maxLength={300}
            onChange={(event) => change({ question: event.target.value })}
          />
          <Pick
            label={`Condition that speaks for this one ${at + 1}`}
            none="this one if…"
            value={row.thisIf}
            choices={conditions}
            onChange={(thisIf) => change({ thisIf })}
          />
          <Pick
            label={`Condition that speaks for the other ${at + 1}`}
            none="the other if…"
            value={row.otherIf}
            choices={conditions}
            onChange={(otherIf) => change({ otherIf })}
          />
          <Pick
            label={`Test that tells them apart ${at + 1}`}
            none="or by a test"
            value={row.procedure}
            choices={choices.procedures.map(({ key, title }) => ({ key, name: title }))}
            onChange={(procedure) => change({ procedure })}
          />
        </div>
      )}
    </Rows>
  );
}

/** What was done about it, and how it did. */
export function RepairRows({ draft, set, words }: DraftFieldsProps & { readonly words: Vocabulary }) {
  return (
    <Rows rows={draft.repairs} empty={NO_REPAIR} add="Another repair" onChange={(repairs) => set({ repairs })}>
      {(row, change, at) => (
        <div className="grid gap-3 sm:grid-cols-2">
          <TextInput
            aria-label={`Repair ${at + 1}`}
            placeholder="what is done"
            value={row.title}
            maxLength={160}
            onChange={(event) => change({ title: event.target.value })}
          />
          <SelectInput
            aria-label={`How repair ${at + 1} does`}
            value={row.outcome}
            onChange={(event) =>
              change({ outcome: REPAIR_OUTCOMES.find((each) => each === event.target.value) ?? "holds" })
            }
          >
            {REPAIR_OUTCOMES.map((outcome) => (
              <option key={outcome} value={outcome}>
                {OUTCOME_WORDS[outcome]}
              </option>
            ))}
          </SelectInput>
          <Pick
            label={`Component of repair ${at + 1}`}
            none="component, so that its jobs count"
            value={row.component}
            choices={words.components.map(({ key, label }) => ({ key, name: label }))}
            onChange={(component) => change({ component })}
          />
          <TextInput
            aria-label={`Note on repair ${at + 1}`}
            placeholder="note"
            value={row.note}
            maxLength={400}
            onChange={(event) => change({ note: event.target.value })}
          />
        </div>
      )}
    </Rows>
  );
}

/** Parts of sister models that fit. */
export function PartRows({ draft, set }: DraftFieldsProps) {
  return (
    <Rows rows={draft.fits} empty={NO_PART} add="Another part that fits" onChange={(fits) => set({ fits })}>
      {(row, change, at) => (
        <div className="grid gap-3 sm:grid-cols-2">
          <TextInput
            aria-label={`Part number that fits ${at + 1}`}
            placeholder="part number"
            className="mono"
            value={row.partNumber}
            maxLength={60}
            onChange={(event) => change({ partNumber: event.target.value })}
          />
          <TextInput
            aria-label={`From which model ${at + 1}`}
            placeholder="from which model"
            value={row.from}
            maxLength={120}
            onChange={(event) => change({ from: event.target.value })}
          />
        </div>
      )}
    </Rows>
  );
}
