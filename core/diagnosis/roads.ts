import type { CauseKey } from "./cause";
import type { Knowledge } from "./counts";
import type { Posterior } from "./posterior";
import type { EvidenceSource, Reason } from "./evidence";

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
  return knowledge.causes.flatMap(({ key }) => {
    if ((posterior.byCause.get(key) ?? 0) >= LITTLE) return [];
    const firmest = posterior.evidence
      .flatMap(({ reasons }) => closing(reasons.get(key)))
      .sort((a, b) => a.weight - b.weight)[0];
    return firmest ? [{ cause: key, by: firmest.source }] : [];
  });
}

interface Closing {
  readonly source: Closure["by"];
  readonly weight: number;
}

function closing(reason: Reason | undefined): readonly Closing[] {
  if (!reason || reason.weight >= 0) return [];
  const { source, weight } = reason;
  const rulesOut = source.kind === "test" && (source.effect === "clears" || weight <= RULES_OUT_NATS);
  return source.kind === "tried" || rulesOut ? [{ source, weight }] : [];
}
