"use client";

import { useState } from "react";
import { upperFirst } from "@/core/words";
import { CommandMessage } from "@/features/shared/command-message";
import { commandPath } from "@/features/shared/send-command";
import { useCommand } from "@/features/shared/use-command";
import { Button } from "@/ui/button";
import { TopicSelect } from "./topic-select";
import { SelectInput, TextInput } from "@/ui/form";

export type WordKind = "symptom" | "condition" | "component" | "failure";

interface AddWordProps {
  readonly kind: WordKind;
  /** Systems to choose from, where this kind of word has one. */
  readonly systems?: readonly string[];
  readonly text: string;
  readonly onAdded: (key: string) => void;
  readonly onCancel: () => void;
}

/** Puts a word into the shop's vocabulary where it was missed, without leaving the form. */
export function AddWord({ kind, systems, text, onAdded, onCancel }: AddWordProps) {
  const { send, busy, problems, message } = useCommand(commandPath("add-word"));
  const [label, setLabel] = useState(upperFirst(text));
  const [system, setSystem] = useState("");
  const [topic, setTopic] = useState("other");
  const save = async () => {
    const answer = await send({ kind, label, system: system || null, topic });
    if (answer && typeof answer === "object" && "key" in answer) onAdded(String(answer.key));
  };
  return (
    <div className="flex flex-col gap-2 border-l-4 border-ochre pl-3" role="group" aria-label={`A new ${kind}`}>
      <p className="text-sm text-ink-soft">A new {kind} for the whole shop:</p>
      <div className="flex flex-wrap gap-2">
        <TextInput
          value={label}
          onChange={(event) => setLabel(event.target.value)}
          onKeyDown={(event) => {
            if (event.key !== "Enter") return;
            // The word stands inside another form, which is not to be sent yet.
            event.preventDefault();
            void save();
          }}
          aria-label={`New ${kind}`}
          className="grow basis-48"
          autoFocus
        />
        {systems && (
          <SelectInput
            value={system}
            onChange={(event) => setSystem(event.target.value)}
            aria-label="System"
            className="basis-36"
          >
            <option value="">which system?</option>
            {systems.map((each) => (
              <option key={each}>{each}</option>
            ))}
          </SelectInput>
        )}
        {kind === "condition" && <TopicSelect value={topic} onChange={setTopic} />}
        <Button look="main" busy={busy} disabled={!label.trim() || (systems !== undefined && !system)} onClick={save}>
          Add the word
        </Button>
        <Button onClick={onCancel}>Leave it</Button>
      </div>
      <CommandMessage message={message ?? problems[0]?.message ?? null} />
    </div>
  );
}
