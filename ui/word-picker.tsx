"use client";

import { Command } from "cmdk";
import { useMemo, useState } from "react";
import { rowFinder, type FindableWord } from "@/core/finder";
import { useHydrated } from "./hydrated";

/** Stands for what was typed, as a new word. */
const ADD = "add-what-was-typed";

export interface PickableWord extends FindableWord {
  /** Heading under which it stands. */
  readonly group?: string | undefined;
}

/** Whoever has to read further types another letter. */
const MOST_SHOWN = 40;

interface WordPickerProps {
  readonly label: string;
  readonly placeholder: string;
  readonly words: readonly PickableWord[];
  readonly onPick: (key: string) => void;
  /** Takes what was typed as a new word; without it, only words that are there can be picked. */
  readonly onAdd?: (text: string) => void;
}

/** Finds a word of the shop's vocabulary by typing part of it; arrows and Enter, or a tap, take it. */
export function WordPicker({ label, placeholder, words, onPick, onAdd }: WordPickerProps) {
  const [text, setText] = useState("");
  const find = useMemo(() => rowFinder(words, (word) => word), [words]);
  const show = text.trim().length > 0;
  const groups = groupWords(show ? find(text).slice(0, MOST_SHOWN) : []);
  const hydrated = useHydrated();
  if (!hydrated) return <input className="field-input" placeholder={placeholder} aria-label={label} disabled />;
  const pick = (key: string) => {
    setText("");
    onPick(key);
  };
  return (
    <Command label={label} loop className="relative" shouldFilter={false}>
      <Command.Input
        value={text}
        onValueChange={setText}
        placeholder={placeholder}
        className="field-input"
        aria-label={label}
      />
      <Command.List
        hidden={!show}
        aria-label={label}
        className="max-h-72 overflow-y-auto border border-t-0 border-rule-strong bg-sheet"
      >
        <Command.Empty className="px-3 py-3 text-ink-soft">No such word in the book.</Command.Empty>
        {groups.map(([heading, items]) => (
          <Command.Group
            key={heading}
            heading={heading}
            className="[&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:text-xs [&_[cmdk-group-heading]]:text-ink-soft"
          >
            {items.map(({ key, label: words }) => (
              <Command.Item
                key={key}
                value={key}
                onSelect={() => pick(key)}
                className="flex min-h-11 cursor-pointer items-center px-3 py-2 data-[selected=true]:bg-ochre-pale"
              >
                {words}
              </Command.Item>
            ))}
          </Command.Group>
        ))}
        {/* Last, so that Enter never makes a word of a slip where the book has one that fits. */}
        {show && onAdd && text.trim().length > 1 && (
          <Command.Item
            value={ADD}
            onSelect={() => {
              onAdd(text.trim());
              setText("");
            }}
            className="flex min-h-11 cursor-pointer items-center border-t border-rule px-3 py-2 font-medium data-[selected=true]:bg-ochre-pale"
          >
            Add “{text.trim()}” as a new word
          </Command.Item>
        )}
      </Command.List>
    </Command>
  );
}

function groupWords(words: readonly PickableWord[]): readonly (readonly [string, readonly PickableWord[]])[] {
  const groups = new Map<string, PickableWord[]>();
  for (const word of words) {
    const heading = word.group ?? "";
    const group = groups.get(heading);
    if (group) group.push(word);
    else groups.set(heading, [word]);
  }
  return [...groups];
}
