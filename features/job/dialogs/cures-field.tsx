"use client";

import { ChooseSome } from "@/ui/choices";
import { useJobPage } from "../job-context";

interface CuresFieldProps {
  readonly cures: readonly string[] | null;
  readonly onChange: (cures: readonly string[]) => void;
}

/** Which complaint is gone, where there are two or more: all of them until somebody says otherwise. */
export function CuresField({ cures, onChange }: CuresFieldProps) {
  const { facts, words } = useJobPage().sheet;
  const symptoms = facts.symptoms.map(({ key }) => key);
  if (symptoms.length < 2) return null;
  const left = cures ? symptoms.filter((key) => !cures.includes(key)) : [];
  const label = (key: string) => words.symptoms.find((word) => word.key === key)?.label ?? key;
  return (
    <div>
      <p className="mb-2 font-medium">Which complaint is gone</p>
      <ChooseSome
        label="Which complaint is gone"
        values={cures ?? symptoms}
        onChange={onChange}
        choices={symptoms.map((key) => ({ value: key, label: label(key) }))}
      />
      {left.length > 0 && (
        <p className="mt-1 text-sm">
          Still open: {left.map(label).join(", ")}. More is wrong, and it stays on the sheet.
        </p>
      )}
    </div>
  );
}

/** With a complaint left open, more is wrong than what was cured. */
export function resultOf(result: string | null, cures: readonly string[] | null, symptoms: number): string | null {
  return result === "fixed" && cures !== null && cures.length < symptoms ? "partly" : result;
}
