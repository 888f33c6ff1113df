"use client";

import { CONDITION_TOPICS, type ConditionTopic } from "@/core/book";
import { SelectInput } from "@/ui/form";

export const TOPIC_WORDS: Record<ConditionTopic, string> = {
  speed: "Speed",
  load: "Load",
  temperature: "Heat",
  gear: "Gear",
  braking: "Braking",
  steering: "Steering",
  refuelling: "Fuel",
  standing: "Standing",
  weather: "Weather",
  key: "Key",
  use: "In use",
  "how-often": "How often",
  since: "Since when",
  after: "After what",
  other: "Other",
};

interface TopicSelectProps {
  readonly value: string;
  readonly onChange: (value: string) => void;
}

/** What a condition is about. */
export function TopicSelect({ value, onChange }: TopicSelectProps) {
  return (
    <SelectInput
      value={value}
      onChange={(event) => onChange(event.target.value)}
      aria-label="What it is about"
      className="basis-36"
    >
      {CONDITION_TOPICS.map((topic) => (
        <option key={topic} value={topic}>
          {TOPIC_WORDS[topic]}
        </option>
      ))}
    </SelectInput>
  );
}
