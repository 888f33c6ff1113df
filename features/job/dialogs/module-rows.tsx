"use client";

import { useState } from "react";
import { moduleCalled } from "@/core/codes";
import { MODULE_STATES, type ModuleState } from "@/core/job";
import type { ModuleChoices } from "@/server/views/job-sheet";
import { Button } from "@/ui/button";
import { Field, TextInput } from "@/ui/form";

/** How modules answered, by their names; one that is not there was not asked. */
export type Coverage = Readonly<Record<string, ModuleState>>;

const STATE_WORDS: Record<ModuleState, string> = {
  read: "read",
  "no-answer": "no answer",
  unreadable: "not readable",
};

interface ModuleRowsProps {
  readonly choices: ModuleChoices;
  readonly value: Coverage;
  readonly onChange: (value: Coverage) => void;
}

/** The modules that such vehicles were found to have, else all that the shop speaks of; another one is added by name. */
export function ModuleRows({ choices, value, onChange }: ModuleRowsProps) {
  const [more, setMore] = useState<readonly string[]>([]);
  const first = choices.usual.length ? choices.usual : choices.names.map(({ name }) => name);
  const shown = [...new Set([...first, ...more, ...Object.keys(value)])];
  const others = choices.names.map(({ name }) => name).filter((name) => !shown.includes(name));
  const add = (name: string) => setMore((now) => [...now, moduleCalled(name, choices.names)]);
  return (
    <fieldset>
      <legend className="mb-1 font-medium">How each module answered</legend>
      {choices.usual.length > 0 && (
        <p className="mb-2 text-ink-soft">Those that scans of this model have met so far.</p>
      )}
      <Button
        className="mb-2"
        onClick={() => onChange({ ...value, ...Object.fromEntries(shown.map((each) => [each, "read" as const])) })}
      >
        Every module here was read
      </Button>
      {shown.map((module) => (
        <ModuleRow
          key={module}
          module={module}
          state={value[module] ?? null}
          onChange={(state) => onChange(withState(value, module, state))}
        />
      ))}
      <AnotherModule others={others} onAdd={add} />
    </fieldset>
  );
}

/** Every module that a code of this scan may stand in. */
export const modulesToChoose = ({ usual, names }: ModuleChoices, coverage: Coverage): readonly string[] => [
  ...new Set([...usual, ...Object.keys(coverage), ...names.map(({ name }) => name)]),
];

interface AnotherModuleProps {
  readonly others: readonly string[];
  readonly onAdd: (name: string) => void;
}

function AnotherModule({ others, onAdd }: AnotherModuleProps) {
  const [name, setName] = useState("");
  const add = (typed: string) => {
    if (!typed.trim()) return;
    onAdd(typed);
    setName("");
  };
  return (
    <div className="mt-3 flex flex-col gap-2">
      {others.length > 0 && (
        <div className="flex flex-wrap gap-2" role="group" aria-label="Add a module">
          {others.map((each) => (
            <Button key={each} aria-label={`Add the module ${each}`} onClick={() => add(each)}>
              + {each}
            </Button>
          ))}
        </div>
      )}
      <div className="flex flex-wrap items-end gap-2">
        <div className="w-full sm:w-64">
          <Field name="anotherModule" label="Another module">
            <TextInput
              value={name}
              maxLength={40}
              placeholder="trailer"
              onChange={(event) => setName(event.target.value)}
              onKeyDown={(event) => {
                if (event.key !== "Enter") return;
                event.preventDefault();
                add(name);
              }}
            />
          </Field>
        </div>
        <Button onClick={() => add(name)}>Add it</Button>
      </div>
    </div>
  );
}

function withState(coverage: Coverage, module: string, state: ModuleState | null): Coverage {
  const others = Object.fromEntries(Object.entries(coverage).filter(([each]) => each !== module));
  return state ? { ...others, [module]: state } : others;
}

interface ModuleRowProps {
  readonly module: string;
  readonly state: ModuleState | null;
  readonly onChange: (state: ModuleState | null) => void;
}

/** A second tap takes an answer back: the module was not asked. */
function ModuleRow({ module, state, onChange }: ModuleRowProps) {
  return (
    <div className="flex flex-wrap items-center gap-x-2 border-b border-rule py-1" role="group" aria-label={module}>
      <span className="w-full shrink-0 sm:w-28">{module}</span>
      {MODULE_STATES.map((each) => (
        <button
          key={each}
          type="button"
          aria-pressed={state === each}
          aria-label={`${module}: ${STATE_WORDS[each]}`}
          className="min-h-11 border border-rule-strong bg-sheet px-3 hover:border-ink aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-paper"
          onClick={() => onChange(state === each ? null : each)}
        >
          {STATE_WORDS[each]}
        </button>
      ))}
    </div>
  );
}
