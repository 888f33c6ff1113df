"use client";

import { Check } from "lucide-react";
import { ToggleGroup } from "radix-ui";
import { classNames } from "./class-names";
import { useHydrated } from "./hydrated";

export interface Choice {
  readonly value: string;
  readonly label: string;
}

const ITEM =
  "group inline-flex min-h-11 items-center gap-2 border border-rule-strong bg-sheet px-3 py-2 text-left leading-tight hover:border-ink data-[state=on]:border-ink data-[state=on]:bg-ink data-[state=on]:text-paper";

interface OneProps {
  readonly label: string;
  readonly value: string | null;
  readonly onChange: (value: string) => void;
  readonly choices: readonly Choice[];
  readonly stacked?: boolean;
}

/** One of a few: big targets instead of a list that has to be opened. */
export function ChooseOne({ label, value, onChange, choices, stacked = false }: OneProps) {
  // Roving focus would put a style attribute into the server's HTML, which the security policy refuses.
  const hydrated = useHydrated();
  return (
    <ToggleGroup.Root
      type="single"
      rovingFocus={hydrated}
      value={value ?? ""}
      onValueChange={(next) => next && onChange(next)}
      aria-label={label}
      className={classNames("flex gap-2", stacked ? "flex-col" : "flex-wrap")}
    >
      {choices.map(({ value: own, label: words }) => (
        <ToggleGroup.Item key={own} value={own} className={ITEM}>
          <span
            aria-hidden
            className="size-3 shrink-0 rounded-full border-2 border-current group-data-[state=on]:bg-ochre-pale"
          />
          {words}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}

interface SomeProps {
  readonly label: string;
  readonly values: readonly string[];
  readonly onChange: (values: string[]) => void;
  readonly choices: readonly Choice[];
}

/**
 * Any of a few, each a stop of its own for the Tab key, as check boxes are.
 */
export function ChooseSome({ label, values, onChange, choices }: SomeProps) {
  return (
    <ToggleGroup.Root
      type="multiple"
      rovingFocus={false}
      value={[...values]}
      onValueChange={onChange}
      aria-label={label}
      className="flex flex-wrap gap-2"
    >
      {choices.map(({ value, label: words }) => (
        <ToggleGroup.Item key={value} value={value} className={ITEM}>
          <Check aria-hidden size={16} className="hidden group-data-[state=on]:block" />
          {words}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
