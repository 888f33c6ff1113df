"use client";

import { FileUp } from "lucide-react";
import { useState } from "react";
import { FIRST_WEIGHT_OF_OTHERS } from "@/core/book";
import { ChooseOne, type Choice } from "@/ui/choices";
import { FileButton } from "@/ui/file-button";
import { Progress } from "@/ui/progress";
import { WEIGHTS } from "./other-shops";
import { NOTHING, RefusedView } from "./outcome-view";
import { sendCasebook } from "./send-casebook";
import { useLongWork } from "./long-work";
import { WorkList } from "./work-list";

const WHOSE: readonly Choice[] = [
  { value: "theirs", label: "Another shop’s: it stays apart under its name, and can be taken out again" },
  { value: "ours", label: "Our own: from a copy, a script, or the shop we were before" },
];

interface TakeInProps {
  readonly timeZone: string;
}

/** A file on its way to the server. */
interface Sending {
  readonly name: string;
  readonly share: number;
}

/** A casebook comes in: as the shop's own, or under the name of the shop that it is from. */
export function TakeIn({ timeZone }: TakeInProps) {
  const [works, follow] = useLongWork();
  const [isOurs, setIsOurs] = useState(false);
  const [name, setName] = useState("");
  const [weight, setWeight] = useState(FIRST_WEIGHT_OF_OTHERS);
  const [sending, setSending] = useState<Sending | null>(null);
  const [refused, setRefused] = useState<{ readonly name: string; readonly why: string } | null>(null);
  const take = async (file: File) => {
    setSending({ name: file.name, share: 0 });
    setRefused(null);
    const query: Record<string, string> = isOurs ? {} : { from: name.trim(), weight: String(weight) };
    const sent = await sendCasebook(file, query, (share) => setSending({ name: file.name, share }));
    if (sent.ok) follow();
    else setRefused({ name: file.name, why: sent.why });
    setSending(null);
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
            busy={sending !== null}
            label="Take over a casebook"
            onPick={(file) => void take(file)}
          >
            <FileUp aria-hidden size={20} /> Take over a casebook
          </FileButton>
        ) : (
          <p className="text-ink-soft">Say first which shop it is from.</p>
        )}
      </div>
      {sending && <SendingView {...sending} />}
      {refused && (
        <RefusedView nothing={NOTHING["import-casebook"]} name={refused.name} detail={refused.why} problems={[]} />
      )}
      <WorkList
        works={works.filter(({ kind }) => kind === "import-casebook" || kind === "command")}
        timeZone={timeZone}
      />
    </div>
  );
}

function SendingView({ name, share }: Sending) {
  const words = `${name} is being sent`;
  return (
    <div className="flex flex-col gap-1">
      <p role="status">{words}. Stay on this page until it is there.</p>
      <Progress label={words} share={share} />
    </div>
  );
}
