import type { CauseKey } from "./cause";
import type { Knowledge } from "./counts";
import type { Posterior } from "./posterior";
import type { EvidenceSource } from "./evidence";

/** Why a road is closed: the entry that ruled its suspect out. */
export interface Closure {
  readonly cause: CauseKey;
  readonly by: Extract<EvidenceSource, { kind: "test" | "tried" }>;
}

/** A test that makes a suspect less than a fifth as likely rules it out, where little is left of it. */
const RULES_OUT_NATS = Math.log(1 / 5);
const LITTLE = 0.05;

/**
 * The suspects that are ruled out: repaired in vain, cleared by a test whose author said so, or made at least five times less
 * likely by one test so that under 5 % is left. A road opens again when later evidence lifts it over that.
 */
export function closuresOf(knowledge: Knowledge, posterior: Posterior): readonly Closure[] {
  const speaking = posterior.evidence.filter(({ weights, source }) => {
    const at = weights.findIndex((weight) => weight < 0);
    const kind = at < 0 ? null : source(at)?.kind;
    return kind === "test" || kind === "tried";
  });
  return knowledge.causes.flatMap(({ key }, at) => {
    if ((posterior.byCause.get(key) ?? 0) >= LITTLE) return [];
    const firmest = speaking
      .flatMap(({ weights, source }) => closing(weights[at] as number, source(at)))
      .sort((a, b) => a.weight - b.weight)[0];
    return firmest ? [{ cause: key, by: firmest.source }] : [];
  });
}

interface Closing {
  readonly source: Closure["by"];
  readonly weight: number;
}

function closing(weight: number, source: EvidenceSource | null): readonly Closing[] {
  if (!source || weight >= 0 || (source.kind !== "test" && source.kind !== "tried")) return [];
  const rulesOut = source.kind === "test" && (source.effect === "clears" || weight <= RULES_OUT_NATS);
  return (source.kind === "tried" && source.result === "no-change") || rulesOut ? [{ source, weight }] : [];
}
