"use client";

import { FileUp } from "lucide-react";
import { useState } from "react";
import { newUuid } from "@/features/shared/send-command";
import { FileButton } from "@/ui/file-button";
import { Section } from "@/ui/section";

interface Tally {
  readonly added: number;
  readonly unchanged: number;
  readonly updated: number;
}

interface Problem {
  readonly path: string;
  readonly message: string;
}

type Outcome =
  | { readonly kind: "taken"; readonly name: string; readonly counts: readonly (readonly [string, Tally])[] }
  | { readonly kind: "refused"; readonly name: string; readonly why: string; readonly problems: readonly Problem[] };

const LINK = "inline-flex min-h-11 items-center border-2 border-ink px-4 font-semibold hover:bg-paper-2";
const SHOWN_PROBLEMS = 30;

/** Everything the shop knows, in the open format: out to a file, and in from another garage or a script. */
export function CasebookPage() {
  const [busy, setBusy] = useState<string | null>(null);
  const [outcome, setOutcome] = useState<Outcome | null>(null);
  const take = async (file: File) => {
    setBusy(file.name);
    setOutcome(null);
    setOutcome(await send(file));
    setBusy(null);
  };
  return (
    <div className="mx-auto flex max-w-3xl flex-col gap-7 px-4 py-5 sm:px-6">
      <div>
        <h1 className="text-xl">Casebook</h1>
        <p className="text-ink-soft">
          Words, procedures, repairs, patterns and jobs in one open file: for another garage, a script, or a look at it
          all elsewhere.
        </p>
      </div>
      <Section title="Out">
        <div className="flex flex-wrap gap-3 pt-3">
          <a className={LINK} href="/api/v1/casebook" download>
            Save everything
          </a>
          <a className={LINK} href="/api/v1/casebook?anonymous=1" download>
            Save it without VINs and customers’ words
          </a>
        </div>
      </Section>
      <Section title="In">
        <div className="flex flex-col gap-3 pt-3">
          <p>
            A casebook is taken over whole or not at all. What is here under the same key and differs is written anew;
            the same file twice changes nothing.
          </p>
          <FileButton
            accept=".json,application/json"
            busy={busy !== null}
            label="Take over a casebook"
            onPick={(file) => void take(file)}
          >
            <FileUp aria-hidden size={20} /> Take over a casebook
          </FileButton>
          {busy && <p role="status">{busy} is being taken over. Large ones take minutes; stay on this page.</p>}
          {outcome && <OutcomeView outcome={outcome} />}
        </div>
      </Section>
    </div>
  );
}

function OutcomeView({ outcome }: { readonly outcome: Outcome }) {
  if (outcome.kind === "taken")
    return (
      <div role="status" className="border-l-4 border-spruce pl-3">
        <p className="font-semibold">{outcome.name} was taken over.</p>
        <ul>
          {outcome.counts.map(([name, { added, updated, unchanged }]) => (
            <li key={name}>
              {name}: {added} new, {updated} changed, {unchanged} as they were
            </li>
          ))}
        </ul>
      </div>
    );
  return (
    <div role="alert" className="border-l-4 border-brick bg-brick-pale px-3 py-2">
      <p className="font-semibold">
        {outcome.name}: {outcome.why} Nothing of it was taken over.
      </p>
      <ul>
        {outcome.problems.slice(0, SHOWN_PROBLEMS).map(({ path, message }) => (
          <li key={path + message}>
            <span className="mono">{path}</span> {message}
          </li>
        ))}
      </ul>
      {outcome.problems.length > SHOWN_PROBLEMS && <p>and {outcome.problems.length - SHOWN_PROBLEMS} more</p>}
    </div>
  );
}

async function send(file: File): Promise<Outcome> {
  const refused = (why: string, problems: readonly Problem[] = []): Outcome => ({
    ...{ kind: "refused", name: file.name, why, problems },
  });
  try {
    const headers = { "content-type": "application/json", "idempotency-key": newUuid() };
    const response = await fetch("/api/v1/casebook", { method: "POST", headers, body: file });
    if (!response.ok) {
      const { detail, problems }: { detail?: string; problems?: Problem[] } = await response.json();
      return refused(problems?.length ? "It has mistakes." : (detail ?? "It was refused."), problems ?? []);
    }
    const answer: Record<string, Tally> = await response.json();
    return { kind: "taken", name: file.name, counts: Object.entries(answer).filter(([name]) => name !== "problems") };
  } catch {
    return refused("No connection to the shop’s server.");
  }
}
