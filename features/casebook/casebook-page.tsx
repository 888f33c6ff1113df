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
const QUIET = "inline-flex min-h-11 items-center font-medium underline decoration-rule-strong underline-offset-4";
const SHOWN_PROBLEMS = 30;

/** Everything the shop knows, in the open format: out to a file, and in from another garage or a script. */
export function CasebookPage() {
  const [busy, setBusy] = useState<Stage | null>(null);
  const [outcome, setOutcome] = useState<Outcome | null>(null);
  const take = async (file: File) => {
    setBusy({ name: file.name, words: "is being sent", share: 0 });
    setOutcome(null);
    setOutcome(await send(file, (words, share) => setBusy({ name: file.name, words, share })));
    setBusy(null);
  };
  return (
    <div className="mx-auto flex max-w-3xl flex-col gap-7 px-4 py-5 sm:px-6">
      <div>
        <h1 className="text-xl">Casebook</h1>
        <p className="text-ink-soft">
          Words, procedures, repairs, patterns and jobs in one open file: for another garage, a script, or a
          spreadsheet.
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
        <p className="flex flex-wrap items-center gap-x-4 pt-3">
          For a spreadsheet:
          {["jobs", "tests", "parts"].map((name) => (
            <a key={name} className={QUIET} href={`/api/v1/casebook/tables/${name}.csv`} download>
              {name}.csv
            </a>
          ))}
        </p>
      </Section>
      <Section title="In">
        <div className="flex flex-col gap-3 pt-3">
          <p>
            A casebook is taken over whole or not at all. What is here under the same key and differs is written anew;
            the same file twice changes nothing.
          </p>
          <div>
            <FileButton
              accept=".json,application/json"
              busy={busy !== null}
              label="Take over a casebook"
              onPick={(file) => void take(file)}
            >
              <FileUp aria-hidden size={20} /> Take over a casebook
            </FileButton>
          </div>
          {busy && <StageView stage={busy} />}
          {outcome && <OutcomeView outcome={outcome} />}
        </div>
      </Section>
    </div>
  );
}

/** How far a file is on its way in; `share` is null where there is no telling. */
interface Stage {
  readonly name: string;
  readonly words: string;
  readonly share: number | null;
}

function StageView({ stage: { name, words, share } }: { readonly stage: Stage }) {
  return (
    <div className="flex flex-col gap-1">
      <p role="status">
        {name} {words}. Stay on this page.
      </p>
      <progress
        aria-label={`${name} ${words}`}
        className="h-3 w-full accent-spruce"
        value={share ?? undefined}
        max={1}
      />
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

type Tell = (words: string, share: number | null) => void;

async function send(file: File, tell: Tell): Promise<Outcome> {
  const refused = (why: string, problems: readonly Problem[] = []): Outcome => ({
    kind: "refused",
    name: file.name,
    why,
    problems,
  });
  const id = newUuid();
  const polling = setInterval(() => void askHowFar(id, tell), POLL_MS);
  try {
    const { status, text } = await post(file, id, (share) =>
      tell(share < 1 ? "is being sent" : "is being read", share < 1 ? share : null),
    );
    if (status !== 200) {
      const { detail, problems }: { detail?: string; problems?: Problem[] } = JSON.parse(text);
      return refused(problems?.length ? "It has mistakes." : (detail ?? "It was refused."), problems ?? []);
    }
    const answer: Record<string, Tally> = JSON.parse(text);
    return { kind: "taken", name: file.name, counts: Object.entries(answer).filter(([name]) => name !== "problems") };
  } catch {
    return refused("No connection to the shop’s server.");
  } finally {
    clearInterval(polling);
  }
}

const POLL_MS = 700;

/** A request that tells how much of its body is on its way: fetch does not. */
function post(file: File, id: string, onSent: (share: number) => void): Promise<{ status: number; text: string }> {
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest();
    request.open("POST", "/api/v1/casebook");
    request.setRequestHeader("content-type", "application/json");
    request.setRequestHeader("idempotency-key", id);
    request.upload.onprogress = ({ loaded, total }) => onSent(total ? loaded / total : 1);
    request.onload = () => resolve({ status: request.status, text: request.responseText });
    request.onerror = () => reject(new Error("no connection"));
    request.send(file);
  });
}

async function askHowFar(id: string, tell: Tell): Promise<void> {
  const response = await fetch(`/api/v1/casebook/imports/${id}`).catch(() => null);
  if (!response?.ok) return;
  const { done, of }: { done: number; of: number } = await response.json();
  tell(`is being taken over: ${done} of ${of} jobs`, of ? done / of : null);
}
