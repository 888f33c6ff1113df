"use client";

import { X } from "lucide-react";
import { DECLARED_RATIO } from "@/core/evidence";
import { EFFECT_KINDS, type EffectKind } from "@/core/book";
import { PickWord } from "@/features/shared/pick-word";
import type { Vocabulary } from "@/server/db/book";
import { Button } from "@/ui/button";
import { Field, SelectInput, TextInput } from "@/ui/form";
import type { OutcomeDraft } from "./procedure-draft";

interface OutcomeFieldsProps {
  readonly at: number;
  readonly outcome: OutcomeDraft;
  readonly words: Pick<Vocabulary, "components" | "failures">;
  readonly onChange: (outcome: OutcomeDraft) => void;
  readonly onRemove: () => void;
}

/** What it says, and where it leaves a suspect that stood at fifty in a hundred. */
export const EFFECT_LABELS: Readonly<Record<EffectKind, string>> = {
  proves: "measured or seen at the part itself",
  confirms: "speaks strongly for",
  supports: "speaks for",
  weakens: "speaks against",
  clears: "rules out",
};

/** Fifty in a hundred after an effect, in hundredths. */
const afterEven = (kind: EffectKind) => Math.floor((100 * DECLARED_RATIO[kind]) / (1 + DECLARED_RATIO[kind]));

/** One outcome: what it is called, and what it does to which suspect. */
export function OutcomeFields({ at, outcome, words, onChange, onRemove }: OutcomeFieldsProps) {
  const { label, effects } = outcome;
  const set = (index: number, part: Partial<OutcomeDraft["effects"][number]>) =>
    onChange({ ...outcome, effects: effects.map((each, own) => (own === index ? { ...each, ...part } : each)) });
  const nameOf = (key: string) => words.components.find((word) => word.key === key)?.label ?? key;
  return (
    <fieldset className="flex flex-col gap-2 border-b border-rule pb-3">
      <div className="flex items-end gap-2">
        <Field name={`outcomes[${at}].label`} label={`Outcome ${at + 1}`} className="grow">
          <TextInput value={label} onChange={(event) => onChange({ ...outcome, label: event.target.value })} />
        </Field>
        <Button look="quiet" aria-label={`Remove outcome ${at + 1}`} onClick={onRemove}>
          Remove
        </Button>
      </div>
      {effects.map((effect, index) => (
        <div key={index} className="grid items-center gap-2 sm:grid-cols-[16rem_1fr_12rem_auto]">
          <SelectInput
            aria-label={`Effect ${index + 1} of outcome ${at + 1}`}
            value={effect.effect}
            onChange={({ target }) =>
              set(index, { effect: EFFECT_KINDS.find((kind) => kind === target.value) ?? effect.effect })
            }
          >
            {EFFECT_KINDS.map((kind) => (
              <option key={kind} value={kind}>
                {EFFECT_LABELS[kind]} (50 → {afterEven(kind)} in 100)
              </option>
            ))}
          </SelectInput>
          <span>{nameOf(effect.component)}</span>
          <SelectInput
            aria-label={`Failure ${index + 1} of outcome ${at + 1}`}
            value={effect.failure}
            onChange={(event) => set(index, { failure: event.target.value })}
          >
            <option value="">however it fails</option>
            {words.failures.map(({ key, label: name }) => (
              <option key={key} value={key}>
                {name.toLowerCase()}
              </option>
            ))}
          </SelectInput>
          <Button
            look="quiet"
            aria-label={`Remove effect ${index + 1} of outcome ${at + 1}`}
            onClick={() => onChange({ ...outcome, effects: effects.filter((_, own) => own !== index) })}
          >
            <X aria-hidden size={20} />
          </Button>
        </div>
      ))}
      <PickWord
        kind="component"
        mayAdd={false}
        label={`What outcome ${at + 1} speaks of`}
        placeholder="It speaks for or against: type a component"
        words={words.components.map(({ key, label: name, system, also }) => ({
          key,
          label: name,
          also,
          group: system,
          system,
        }))}
        onPick={(component) =>
          onChange({ ...outcome, effects: [...effects, { component, failure: "", effect: "supports" }] })
        }
      />
    </fieldset>
  );
}
