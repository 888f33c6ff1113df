"use client";

import type { LeftOver, LeftState } from "@/core/job";
import { ChooseOne } from "@/ui/choices";
import { useJobPage } from "../job-context";

const CHOICES = [
  { value: "explained", label: "By this cause" },
  { value: "open", label: "Still open" },
  { value: "deferred", label: "Put off" },
  { value: "refused", label: "Refused" },
] as const;

interface LeftOverFieldsProps {
  readonly left: readonly LeftOver[];
  readonly onChange: (left: readonly LeftOver[]) => void;
}

/** Every complaint and code: explained by the cause, or what becomes of it. One that is simply cured wants no tap. */
export function LeftOverFields({ left, onChange }: LeftOverFieldsProps) {
  const { facts, words, codeMeanings } = useJobPage().sheet;
  const rows = [
    ...facts.symptoms.map(({ key }) => ({
      kind: "symptom" as const,
      key,
      label: words.symptoms.find((word) => word.key === key)?.label ?? key,
    })),
    ...[...new Set(facts.codes.map(({ code }) => code))].map((code) => ({
      kind: "code" as const,
      key: code,
      label: `${code} ${codeMeanings.find((each) => each.code === code)?.meaning ?? ""}`,
    })),
  ];
  // Of a single complaint without a code there is nothing to part.
  if (rows.length < 2) return null;
  const stateOf = (row: Pick<LeftOver, "kind" | "key">) =>
    left.find(({ kind, key }) => kind === row.kind && key === row.key)?.state ?? "explained";
  const set = (row: Pick<LeftOver, "kind" | "key">, state: string) => {
    const others = left.filter(({ kind, key }) => kind !== row.kind || key !== row.key);
    const chosen: LeftState | null =
      CHOICES.flatMap(({ value }) => (value === state && value !== "explained" ? value : []))[0] ?? null;
    onChange(chosen ? [...others, { kind: row.kind, key: row.key, state: chosen }] : others);
  };
  return (
    <section aria-label="What it explains" className="flex flex-col gap-2">
      <p className="font-medium">What it explains, and what it leaves</p>
      {rows.map((row) => (
        <div key={`${row.kind} ${row.key}`} className="flex flex-col gap-1 border-b border-rule pb-2">
          <span>{row.label}</span>
          <ChooseOne label={row.label} value={stateOf(row)} onChange={(state) => set(row, state)} choices={CHOICES} />
        </div>
      ))}
    </section>
  );
}
