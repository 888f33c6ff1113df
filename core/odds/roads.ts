import { num } from "@/core/place";
import { isRepair, type CaseFile } from "@/core/case";
import { covers, type Cause, type CauseKey, type KnownCause, type Book } from "@/core/book";
import type { EvidenceSource } from "@/core/evidence";
import type { Posterior } from "./posterior";

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
 * likely by one test so that under 5 % is left. A road opens again when later evidence lifts it over that. A cause whose repair cured the
 * vehicle, or helped in part, was really bad: nothing strikes it out any more.
 */
export function closuresOf(book: Book, posterior: Posterior, file: CaseFile): readonly Closure[] {
  const speaking = posterior.evidence.filter(({ weights, source }) => {
    const at = weights.findIndex((weight) => weight < 0);
    const kind = at < 0 ? null : source(at)?.kind;
    return kind === "test" || kind === "tried";
  });
  return book.causes.flatMap((cause, at) => {
    if ((posterior.byCause.get(cause.key) ?? 0) >= LITTLE || wasBad(file, cause)) return [];
    const firmest = speaking
      .flatMap(({ weights, source }) => closing(num(weights, at), source(at)))
      .sort((a, b) => a.weight - b.weight)[0];
    return firmest ? [{ cause: cause.key, by: firmest.source }] : [];
  });
}

/** Whether its repair cured the vehicle or helped in part. */
const wasBad = ({ repairsTried }: CaseFile, cause: Cause) =>
  repairsTried.some((tried) => tried.result !== "no-change" && covers(tried, cause));

interface Closing {
  readonly source: Closure["by"];
  readonly weight: number;
}

function closing(weight: number, source: EvidenceSource | null): readonly Closing[] {
  if (!source || weight >= 0 || (source.kind !== "test" && source.kind !== "tried")) return [];
  if (source.kind === "tried" && source.getHome) return [];
  const rulesOut = source.kind === "test" && (source.effect === "clears" || weight <= RULES_OUT_NATS);
  return (source.kind === "tried" && source.result === "no-change") || rulesOut ? [{ source, weight }] : [];
}

/** A suspect as it lives through the trail: open, closed (a dead end), or through (really bad: proved, or its repair helped). */
export interface RoadNow {
  readonly cause: KnownCause;
  readonly state: "open" | "closed" | "through";
  readonly probability: number;
  readonly closedBy: Closure["by"] | null;
}

/** Less likely suspects have no road, unless something happened to them. */
const WORTH_A_ROAD = 0.01;

/**
 * Every road of a job as it stands now, through roads first, then by their odds.
 * @param proved causes of a finding that is proved
 */
export function roadsOf(
  book: Book,
  file: CaseFile,
  { posterior, closures, proved }: { posterior: Posterior; closures: readonly Closure[]; proved: readonly Cause[] },
): readonly RoadNow[] {
  const closed = new Map(closures.map(({ cause, by }) => [cause, by]));
  const named = file.named ?? [];
  const is = (list: readonly Cause[], { component, failure }: Cause) =>
    list.some((each) => each.component === component && each.failure === failure);
  const rank = { through: 2, open: 1, closed: 0 } as const;
  return book.causes
    .flatMap((cause): readonly RoadNow[] => {
      const probability = posterior.byCause.get(cause.key) ?? 0;
      const through =
        is(proved, cause) ||
        file.repairsTried.some((tried) => isRepair(tried) && tried.result === "partly" && covers(tried, cause));
      const by = through ? null : (closed.get(cause.key) ?? null);
      if (probability < WORTH_A_ROAD && !through && !by && !is(named, cause)) return [];
      return [{ cause, state: through ? "through" : by ? "closed" : "open", probability, closedBy: by }];
    })
    .sort((a, b) => rank[b.state] - rank[a.state] || b.probability - a.probability);
}
