import type { CodeReturn } from "@/core/codes";
import { originOf, type EntryRule } from "./rule";

/** Codes were cleared, and which of them came back. */
export interface ClearedBody {
  readonly kind: "cleared";
  readonly returns: readonly ReturnedCode[];
}

/** What became of a code after clearing. */
export interface ReturnedCode {
  readonly code: string;
  readonly module: string | null;
  readonly returned: CodeReturn;
}

export const RETURN_WORDS: Record<CodeReturn, string> = {
  "at-once": "back at once",
  "key-cycle": "back after a key cycle",
  drive: "back after a drive",
  not: "stays away",
};

function clearedText({ returns }: ClearedBody): string {
  const words = returns.map(({ code, returned }) => `${code} ${RETURN_WORDS[returned]}`);
  return words.length ? `Codes cleared: ${words.join(", ")}` : "Codes cleared";
}

export const cleared: EntryRule<ClearedBody> = {
  right: "job.record",
  onClosed: false,
  stays: null,
  adds: ({ returns, clearings }, entry) => ({
    clearings: [...clearings, originOf(entry)],
    returns: [...returns, ...entry.body.returns.map((code) => ({ ...originOf(entry), ...code }))],
  }),
  line: (_, body) => clearedText(body),
  short: () => "cleared",
};
