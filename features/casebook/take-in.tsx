"use client";

import { FileUp } from "lucide-react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { FIRST_WEIGHT_OF_OTHERS } from "@/core/book";
import { ChooseOne, type Choice } from "@/ui/choices";
import { FileButton } from "@/ui/file-button";
import { WEIGHTS } from "./other-shops";
import { sendCasebook, type Outcome } from "./send-casebook";
import { OutcomeView, StageView, type Stage } from "./sent-views";

const WHOSE: readonly Choice[] = [
  { value: "theirs", label: "Another shop’s: it stays apart under its name, and can be taken out again" },
  { value: "ours", label: "Our own: from a copy, a script, or the shop we were before" },
];

/** A casebook comes in: as the shop's own, or under the name of the shop that it is from. */
export function TakeIn() {
  const router = useRouter();
  const [isOurs, setIsOurs] = useState(false);
  const [name, setName] = useState("");
  const [weight, setWeight] = useState(FIRST_WEIGHT_OF_OTHERS);
  const [busy, setBusy] = useState<Stage | null>(null);
  const [outcome, setOutcome] = useState<Outcome | null>(null);
  const take = async (file: File) => {
    const query = isOurs ? "" : `?${new URLSearchParams({ from: name.trim(), weight: String(weight) })}`;
    setBusy({ name: file.name, words: "is being sent", share: 0 });
    setOutcome(null);
    setOutcome(await sendCasebook(file, query, (words, share) => setBusy({ name: file.name, words, share })));
    setBusy(null);
    router.refresh();
  };
  const ready = isOurs || name.trim() !== "";
  return (
    <div className="flex flex-col gap-3 pt-3">
      <div className="flex flex-col gap-1">
        <p className="font-medium">Whose is it?</p>
        <ChooseOne
          stacked
          label="Whose is it?"
          value={isOurs ? "ours" : "theirs"}
          onChange={(value) => setIsOurs(value === "ours")}
          choices={WHOSE}
        />
      </div>
      {isOurs ? (
        <p>
          It is taken over whole or not at all. What is here under the same key and differs is written anew; the same
          file twice changes nothing.
        </p>
      ) : (
        <div className="flex flex-wrap gap-4">
          <label className="flex flex-col gap-1">
            <span className="font-medium">Name of the shop</span>
            <input
              className="field-input"
              value={name}
              maxLength={80}
              onChange={({ target }) => setName(target.value)}
            />
          </label>
          <label className="flex flex-col gap-1">
            <span className="font-medium">One of its jobs counts</span>
            <select className="field-input" value={weight} onChange={({ target }) => setWeight(Number(target.value))}>
              {WEIGHTS.map(([each, words]) => (
                <option key={each} value={each}>
                  {words}
                </option>
              ))}
            </select>
          </label>
        </div>
      )}
      <div>
        {ready ? (
          <FileButton
            accept=".json,application/json"
            busy={busy !== null}
            label="Take over a casebook"
            onPick={(file) => void take(file)}
          >
            <FileUp aria-hidden size={20} /> Take over a casebook
          </FileButton>
        ) : (
          <p className="text-ink-soft">Say first which shop it is from.</p>
        )}
      </div>
      {busy && <StageView stage={busy} />}
      {outcome && <OutcomeView outcome={outcome} />}
    </div>
  );
}
