import { lowerFirst } from "@/core/words";
import type { ProofResult, ProofStep } from "@/core/proof";
import { note } from "./wording";
import { originOf, type EntryRule } from "./rule";

/** A step of proof that a repair holds. */
export interface ProofBody {
  readonly kind: "proof";
  readonly step: ProofStep;
  readonly result: ProofResult;
  readonly note: string;
}

export const PROOF_WORDS: Record<ProofStep, string> = {
  bench: "Tried before closing up",
  "same-test": "Same test",
  "codes-stay-clear": "Codes stay clear",
  "road-test": "Road test as complained of",
  "follow-up": "Follow-up",
};

export const proof: EntryRule<ProofBody> = {
  right: "job.record",
  onClosed: true,
  stays: null,
  adds: ({ proof: before }, entry) => {
    const { step, result } = entry.body;
    return { proof: [...before, { ...originOf(entry), step, result }] };
  },
  line: (_, { step, result, note: added }) =>
    `${PROOF_WORDS[step]}: ${result === "held" ? "holds" : "the fault came back"}${note(added)}`,
  short: (_, { step }) => lowerFirst(PROOF_WORDS[step]),
};
