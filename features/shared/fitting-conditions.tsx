"use client";

import { useState } from "react";
import { CONDITION_TOPICS, topicsFor, type ConditionTopic } from "@/core/book";
import type { ConditionWord } from "@/server/db/book";
import { Button } from "@/ui/button";
import { ChooseSome } from "@/ui/choices";
import { TOPIC_WORDS } from "./topic-select";

interface FittingConditionsProps {
  readonly label: string;
  /** Systems of the symptoms asked about. */
  readonly systems: readonly string[];
  readonly conditions: readonly ConditionWord[];
  readonly values: readonly string[];
  readonly onChange: (values: string[]) => void;
}

/** So many topics stand open at first: what tells causes of such a symptom apart best. */
const OPEN_AT_FIRST = 2;

/**
 * Conditions as toggles by what they are about: the most telling topics of the symptom's system stand open, the others that fit are
 * one tap away, and what does not fit it two.
 */
export function FittingConditions({ label, systems, conditions, values, onChange }: FittingConditionsProps) {
  const fitting = [...new Set((systems.length ? systems : [""]).flatMap((system) => topicsFor(system)))];
  const [opened, setOpened] = useState<readonly ConditionTopic[]>(fitting.slice(0, OPEN_AT_FIRST));
  const [all, setAll] = useState(false);
  const of = (topic: ConditionTopic) => conditions.filter((word) => word.topic === topic);
  const isOpen = (topic: ConditionTopic) => opened.includes(topic) || of(topic).some(({ key }) => values.includes(key));
  const topics = [...new Set([...fitting, ...CONDITION_TOPICS])].filter((topic) => of(topic).length > 0);
  const closed = topics.filter((topic) => !isOpen(topic) && (all || fitting.includes(topic)));
  const change = (own: readonly ConditionWord[]) => (next: string[]) =>
    onChange([...values.filter((key) => !own.some((word) => word.key === key)), ...next]);
  return (
    <div role="group" aria-label={label} className="flex flex-col gap-2">
      {topics.filter(isOpen).map((topic) => (
        <div key={topic} className="grid gap-x-3 gap-y-1 sm:grid-cols-[5.5rem_1fr]">
          <span className="text-sm text-ink-soft sm:pt-2.5">{TOPIC_WORDS[topic]}</span>
          <ChooseSome
            label={`${label}: ${TOPIC_WORDS[topic]}`}
            values={values.filter((key) => of(topic).some((word) => word.key === key))}
            onChange={change(of(topic))}
            choices={of(topic).map((word) => ({ value: word.key, label: word.label }))}
          />
        </div>
      ))}
      <div role="group" aria-label={`${label}: more`} className="flex flex-wrap gap-x-1">
        {closed.map((topic) => (
          <Button key={topic} look="quiet" aria-expanded={false} onClick={() => setOpened([...opened, topic])}>
            {TOPIC_WORDS[topic]}
          </Button>
        ))}
        {!all && (
          <Button look="quiet" onClick={() => setAll(true)}>
            Others
          </Button>
        )}
      </div>
    </div>
  );
}
