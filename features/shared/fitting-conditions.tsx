"use client";

import { useState } from "react";
import { topicsFor, type ConditionTopic } from "@/core/diagnosis";
import type { ConditionWord } from "@/server/db/book";
import { Button } from "@/ui/button";
import { TOPIC_WORDS } from "./topic-select";
import { ChooseSome } from "@/ui/choices";

interface FittingConditionsProps {
  readonly label: string;
  /** Systems of the symptoms asked about. */
  readonly systems: readonly string[];
  readonly conditions: readonly ConditionWord[];
  readonly values: readonly string[];
  readonly onChange: (values: string[]) => void;
}

/** Conditions as toggles, those that fit the symptom first and by what they are about; the rest is one tap away. */
export function FittingConditions({ label, systems, conditions, values, onChange }: FittingConditionsProps) {
  const [all, setAll] = useState(false);
  const fitting = [...new Set((systems.length ? systems : [""]).flatMap((system) => topicsFor(system)))];
  const topics: readonly ConditionTopic[] = all ? [...new Set([...fitting, ...ALL_TOPICS])] : fitting;
  const shown = (topic: ConditionTopic) => conditions.filter((word) => word.topic === topic);
  // One that was chosen before stays in sight, whatever it is about.
  const strays = conditions.filter(({ key, topic }) => values.includes(key) && !topics.includes(topic));
  const change = (own: readonly ConditionWord[]) => (next: string[]) =>
    onChange([...values.filter((key) => !own.some((word) => word.key === key)), ...next]);
  const rows = [
    ...topics.map((topic) => ({ name: TOPIC_WORDS[topic], words: shown(topic) })),
    { name: TOPIC_WORDS.other, words: strays },
  ].filter(({ words }) => words.length > 0);
  return (
    <div role="group" aria-label={label} className="flex flex-col gap-2">
      {rows.map(({ name, words }) => (
        <div key={name} className="grid gap-x-3 gap-y-1 sm:grid-cols-[5.5rem_1fr]">
          <span className="text-sm text-ink-soft sm:pt-2.5">{name}</span>
          <ChooseSome
            label={`${label}: ${name}`}
            values={values.filter((key) => words.some((word) => word.key === key))}
            onChange={change(words)}
            choices={words.map((word) => ({ value: word.key, label: word.label }))}
          />
        </div>
      ))}
      {!all && (
        <Button look="quiet" className="self-start text-sm" onClick={() => setAll(true)}>
          All conditions
        </Button>
      )}
    </div>
  );
}

const ALL_TOPICS = topicsFor("");
