"use client";

import { useRouter } from "next/navigation";
import { useRef, useState } from "react";
import type { FieldProblem } from "@/ui/form";
import { newUuid, sendCommand, type CommandOutcome, type MeanwhileEntry } from "./send-command";

interface CommandState {
  readonly busy: boolean;
  readonly problems: readonly FieldProblem[];
  /** What stands in the way that belongs to no field. */
  readonly message: string | null;
  readonly meanwhile: readonly MeanwhileEntry[];
}

const CALM: CommandState = { busy: false, problems: [], message: null, meanwhile: [] };

const SENTENCES = {
  "signed-out": "You are signed out. Sign in again in another tab, then save once more; what you typed stays here.",
  offline:
    "No connection to the shop's server. Nothing was saved yet; what you typed stays here. Save again when it is back.",
  stale:
    "A colleague changed this job meanwhile. Nothing of yours was saved yet; look at what changed, then save again.",
} as const;

interface Pending {
  readonly key: string;
  readonly body: string;
}

/** Where a form keeps the key of what it is sending, so that not even a reload sends it twice. */
export interface PendingStore {
  read(): Pending | null;
  write(pending: Pending): void;
}

/**
 * Sends writes for one form and keeps what came of them. A repeated press after a broken connection carries the same key, so
 * the server applies it once; a change of what is sent makes a new key.
 * @param refreshes whether what the page shows is read anew afterwards; whoever moves to another address first does that themselves
 */
export function useCommand(path: string, kept: PendingStore | null = null, refreshes = true) {
  const router = useRouter();
  const [state, setState] = useState<CommandState>(CALM);
  const pending = useRef<Pending | null>(null);

  async function send(input: unknown): Promise<unknown | null> {
    const body = JSON.stringify(input);
    pending.current ??= kept?.read() ?? null;
    if (pending.current?.body !== body) pending.current = { key: newUuid(), body };
    kept?.write(pending.current);
    setState({ ...CALM, busy: true });
    const outcome = await sendCommand(path, input, pending.current.key);
    if (outcome.ok || outcome.why !== "offline") pending.current = null;
    setState(stateOf(outcome));
    if (outcome.ok ? refreshes : outcome.why === "stale") router.refresh();
    return outcome.ok ? (outcome.answer ?? {}) : null;
  }

  return { ...state, send, reset: () => setState(CALM) };
}

function stateOf(outcome: CommandOutcome): CommandState {
  if (outcome.ok) return CALM;
  switch (outcome.why) {
    case "invalid":
      return { ...CALM, problems: outcome.problems };
    case "stale":
      return { ...CALM, message: SENTENCES.stale, meanwhile: outcome.meanwhile };
    case "failed":
      return { ...CALM, message: outcome.message };
    default:
      return { ...CALM, message: SENTENCES[outcome.why] };
  }
}
