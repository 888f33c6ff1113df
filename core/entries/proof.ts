import { lowerFirst, type Labels } from "@/core/words";
import type { ProofResult, ProofStep } from "@/core/proof";
import { note } from "./wording";
import { originOf, type EntryRule } from "./rule";

/** A step of proof that a repair holds. */
export interface ProofBody {
  readonly kind: "proof";
  readonly step: ProofStep;
  readonly result: ProofResult;
  readonly note: string;
  /** Of a road test: which of the complaint's conditions were met, and which could not be had (keys of the vocabulary). */
  readonly conditions?: readonly string[];
  readonly notHad?: readonly string[];
  readonly km?: number | null;
  /** Tries in which nothing showed itself. */
  readonly cleanTries?: number | null;
  /** Levels and leaks, looked at again after the drive. */
  readonly levels?: Levels | null;
}

export const LEVELS = ["as-before", "topped-up", "lost"] as const;
/** What the look at levels and leaks after the first run came to. Topped up as expected is not the fault that came back. */
export type Levels = (typeof LEVELS)[number];

export const LEVEL_WORDS: Record<Levels, string> = {
  "as-before": "levels right and dry after the run",
  "topped-up": "topped up after the run, as expected",
  lost: "level lost or a leak after the run",
};

export const PROOF_WORDS: Record<ProofStep, string> = {
  bench: "Tried before closing up",
  "same-test": "Same test",
  "codes-stay-clear": "Codes stay clear",
  "road-test": "Road test as complained of",
  "follow-up": "Follow-up",
};

function proofText(labels: Labels, body: ProofBody): string {
  const { step, result, note: added, conditions = [], notHad = [], km = null, cleanTries = null, levels = null } = body;
  const named = (keys: readonly string[]) => keys.map((key) => lowerFirst(labels.condition(key))).join(", ");
  const said = [
    result === "held" ? "holds" : "the fault came back",
    conditions.length ? named(conditions) : "",
    notHad.length ? `could not be had: ${named(notHad)}` : "",
    km === null ? "" : `${km} km`,
    cleanTries === null ? "" : `${cleanTries} clean ${cleanTries === 1 ? "try" : "tries"}`,
    levels ? LEVEL_WORDS[levels] : "",
  ];
  return `${PROOF_WORDS[step]}: ${said.filter(Boolean).join("; ")}${note(added)}`;
}

export const proof: EntryRule<ProofBody> = {
  right: "job.record",
  onClosed: true,
  stays: null,
  adds: ({ proof: before }, entry) => {
    const { step, result, cleanTries = null } = entry.body;
    return { proof: [...before, { ...originOf(entry), step, result, cleanTries }] };
  },
  line: proofText,
  short: (_, { step }) => lowerFirst(PROOF_WORDS[step]),
};
