"use client";

import { useState } from "react";
import type { ModelChoices } from "@/server/db/catalogue";
import type { VehicleDraft } from "./vehicle-draft";

type Tappable = "make" | "model" | "year" | "engine" | "transmission" | "drive" | "market";

interface VehicleTapsProps {
  readonly value: VehicleDraft;
  readonly onChange: (value: VehicleDraft) => void;
  readonly models: readonly ModelChoices[];
}

const QUESTIONS: Record<Tappable, string> = {
  make: "Which make?",
  model: "Which model?",
  year: "Which model year?",
  engine: "Which engine?",
  transmission: "Which transmission?",
  drive: "Which drive?",
  market: "Built for which market?",
};

/**
 * The next thing that is not known of the vehicle, with what the shop has seen of such vehicles: a new one is taken in by taps. Which
 * market it was built for is asked with its reason where it matters on this model.
 */
export function VehicleTaps({ value, onChange, models }: VehicleTapsProps) {
  const [passed, setPassed] = useState<ReadonlySet<Tappable>>(new Set());
  const model = models.find((each) => each.make === value.make && each.model === value.model) ?? null;
  const open = offers(value, models, model).find(({ field, names }) => names.length > 0 && !passed.has(field));
  if (!open) return null;
  const { field, names } = open;
  const why = field === "market" ? model?.marketMatters : "";
  return (
    <div
      className={why ? "col-span-full border-l-4 border-ochre bg-ochre-pale px-3 py-2" : "col-span-full"}
      role="group"
      aria-label={QUESTIONS[field]}
    >
      <p className={why ? "font-medium text-ochre-ink" : "text-sm text-ink-soft"}>
        {QUESTIONS[field]}
        {why && ` On this model it matters: ${why}`}
      </p>
      <div className="mt-1 flex flex-wrap gap-2">
        {names.map((name) => (
          <button key={name} type="button" className={TAP} onClick={() => onChange({ ...value, [field]: name })}>
            {name}
          </button>
        ))}
        {field !== "make" && field !== "model" && (
          <button
            type="button"
            className="min-h-11 px-3 underline decoration-rule-strong underline-offset-4 hover:decoration-ink"
            onClick={() => setPassed(new Set([...passed, field]))}
          >
            {field === "year" ? "another" : "not known"}
          </button>
        )}
      </div>
    </div>
  );
}

const TAP = "inline-flex min-h-11 items-center border border-rule-strong bg-sheet px-3 hover:border-ink";

/** What is still open, in the order in which a vehicle is described. */
function offers(
  value: VehicleDraft,
  models: readonly ModelChoices[],
  model: ModelChoices | null,
): readonly { readonly field: Tappable; readonly names: readonly string[] }[] {
  const ofMake = models.filter(({ make }) => make === value.make);
  const all: readonly { field: Tappable; names: readonly string[] }[] = [
    { field: "make", names: [...new Set(models.map(({ make }) => make))] },
    { field: "model", names: ofMake.map((each) => each.model) },
    { field: "year", names: (model?.years ?? []).map(String) },
    { field: "market", names: model?.marketMatters ? model.markets : [] },
    { field: "engine", names: model?.engines ?? [] },
    { field: "transmission", names: model?.transmissions ?? [] },
    { field: "drive", names: model?.drives ?? [] },
    { field: "market", names: model?.markets ?? [] },
  ];
  return all.filter(({ field }) => !value[field]);
}
