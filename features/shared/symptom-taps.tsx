"use client";

import { useState } from "react";
import type { SystemWord } from "@/server/db/book";
import { classNames } from "@/ui/class-names";

interface SymptomTapsProps {
  readonly words: readonly SystemWord[];
  readonly onPick: (key: string) => void;
}

/** System, then symptom: two taps, no typing. */
export function SymptomTaps({ words, onPick }: SymptomTapsProps) {
  const [system, setSystem] = useState<string | null>(null);
  const systems = [...new Set(words.map((word) => word.system))].sort();
  return (
    <div className="flex flex-col gap-2">
      <div role="group" aria-label="Systems" className="flex flex-wrap gap-1">
        {systems.map((each) => (
          <button
            key={each}
            type="button"
            aria-expanded={system === each}
            className={classNames(
              "min-h-11 border-b-4 px-2 capitalize hover:text-ink",
              system === each ? "border-ochre font-semibold" : "border-transparent text-ink-soft",
            )}
            onClick={() => setSystem(system === each ? null : each)}
          >
            {each}
          </button>
        ))}
      </div>
      {system && (
        <div role="group" aria-label={`Symptoms: ${system}`} className="flex flex-wrap gap-2">
          {words
            .filter((word) => word.system === system)
            .map(({ key, label }) => (
              <button
                key={key}
                type="button"
                className="min-h-11 border border-rule-strong bg-sheet px-3 text-left leading-tight hover:border-ink"
                onClick={() => {
                  onPick(key);
                  setSystem(null);
                }}
              >
                {label}
              </button>
            ))}
        </div>
      )}
    </div>
  );
}
