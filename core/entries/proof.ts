import { lowerFirst, type Labels } from "@/core/words";
import type { ProofResult, ProofStep } from "@/core/proof";
import type { PartFact } from "./record";
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
  /** Waits that the system needed after the repair (learning, a reboot) and that were waited first, as the repair names them. */
  readonly waited?: readonly string[];
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
  const {
    step,
    result,
    note: added,
    conditions = [],
    notHad = [],
    km = null,
    cleanTries = null,
    levels = null,
    waited = [],
  } = body;
  const named = (keys: readonly string[]) => keys.map((key) => lowerFirst(labels.condition(key))).join(", ");
  const said = [
    result === "held" ? "holds" : "the fault came back",
    conditions.length ? named(conditions) : "",
    notHad.length ? `could not be had: ${named(notHad)}` : "",
    km === null ? "" : `${km} km`,
    cleanTries === null ? "" : `${cleanTries} clean ${cleanTries === 1 ? "try" : "tries"}`,
    levels ? LEVEL_WORDS[levels] : "",
    waited.length ? `first waited for: ${waited.map(lowerFirst).join(", ")}` : "",
  ];
  return `${PROOF_WORDS[step]}: ${said.filter(Boolean).join("; ")}${note(added)}`;
}

/** The same part, with the waits that were waited done. */
function waitedFor<Part extends PartFact>(part: Part, waited: readonly string[]): Part {
  if (!part.work) return part;
  const checkOffs = part.work.checkOffs.map((each) =>
    each.kind === "wait" && waited.includes(each.what) ? { ...each, done: true } : each,
  );
  return { ...part, work: { ...part.work, checkOffs } };
}

export const proof: EntryRule<ProofBody> = {
  right: "job.record",
  onClosed: true,
  stays: null,
  adds: ({ proof: before, parts }, entry) => {
    const { step, result, cleanTries = null, waited = [] } = entry.body;
    const added = { proof: [...before, { ...originOf(entry), step, result, cleanTries }] };
    return waited.length ? { ...added, parts: parts.map((part) => waitedFor(part, waited)) } : added;
  },
  line: proofText,
  short: (_, { step }) => lowerFirst(PROOF_WORDS[step]),
};
