"use client";

import { useState } from "react";
import { CALCULATORS } from "@/core/calculators";
import { CalculatorForm } from "@/features/shared/calculators/calculator-form";
import { Button } from "@/ui/button";
import { SelectInput } from "@/ui/form";

interface CalculatorsProps {
  readonly draftOf: string;
  /** Takes a result over into the note of the test. */
  readonly onKeep: (text: string) => void;
}

/** The calculators within a test; a result goes into its note. */
export function Calculators({ draftOf, onKeep }: CalculatorsProps) {
  const [key, setKey] = useState<string | null>(null);
  const calculator = CALCULATORS.find((each) => each.key === key) ?? null;
  if (key === null)
    return (
      <Button look="quiet" className="self-start" onClick={() => setKey("")}>
        Calculate something
      </Button>
    );
  return (
    <section aria-label="Calculator" className="flex flex-col gap-3 border-l-4 border-rule pl-3">
      <div className="flex items-center gap-3">
        <SelectInput aria-label="Calculator" value={key} onChange={(event) => setKey(event.target.value)}>
          <option value="">which one?</option>
          {CALCULATORS.map((each) => (
            <option key={each.key} value={each.key}>
              {each.title}
            </option>
          ))}
        </SelectInput>
        <Button look="quiet" onClick={() => setKey(null)}>
          Close
        </Button>
      </div>
      {calculator && (
        <CalculatorForm
          key={calculator.key}
          calculator={calculator}
          draftOf={draftOf}
          onKeep={onKeep}
          keepLabel="Take it into the note"
          inside
        />
      )}
    </section>
  );
}
