import type { ProofStep, Rung } from "@/core/proof";
import { isUnchecked, mixedRevisions, type Mixed } from "@/core/repair";
import { cameBack, curePart, type JobFacts, type LeftOver } from "./job";
import { openCompanions } from "./companions";
import { missingProof } from "./needs";
import { rungOfJob } from "./proved";

/** What stands between a job and its end. */
export type Obstacle =
  | { readonly kind: "no-finding" }
  | { readonly kind: "untried-part"; readonly component: string }
  | { readonly kind: "came-back" }
  | { readonly kind: "got-home" }
  | { readonly kind: "proof"; readonly rung: Rung; readonly missing: readonly ProofStep[] }
  | { readonly kind: "bypass"; readonly what: readonly string[] }
  | { readonly kind: "second-look"; readonly components: readonly string[] }
  | { readonly kind: "mixed"; readonly mixed: readonly Mixed[] }
  | { readonly kind: "companions"; readonly what: readonly string[] }
  | { readonly kind: "unchecked"; readonly what: readonly string[] }
  | { readonly kind: "left-over"; readonly left: readonly LeftOver[] };

export type ObstacleKind = Obstacle["kind"];

/** Obstacles that a lead may sign for, each by itself; over the others nobody gets. */
export const SIGNABLE = [
  "proof",
  "bypass",
  "second-look",
  "mixed",
  "companions",
  "unchecked",
  "left-over",
] as const satisfies readonly ObstacleKind[];
export type SignableKind = (typeof SIGNABLE)[number];

/** From here on a cause counts as proved: the codes stay clear, or it was driven as complained of. */
export const PROVED_RUNG: Rung = 3;

/** Work there wants the eyes of a second person. */
const SAFETY_SYSTEMS: ReadonlySet<string> = new Set(["brakes", "steering", "restraints"]);

/** Everything that is to be settled before a job closes; in the order in which one would do it. */
export function obstaclesOf(job: JobFacts): readonly Obstacle[] {
  const untried = job.parts.find(({ result }) => result === null);
  const bridged = (job.bypasses ?? []).flatMap(({ what, removed }) => (removed ? [] : what));
  const isCause = job.finding?.result === "root-cause";
  const unseen = unseenSafetyWork(job);
  const rung = rungOfJob(job);
  const open = (job.finding?.left ?? []).filter(({ state }) => state === "open");
  return [
    ...(job.finding ? [] : [{ kind: "no-finding" } as const]),
    ...(untried ? [{ kind: "untried-part", component: untried.component } as const] : []),
    ...(isCause && cameBack(job) ? [{ kind: "came-back" } as const] : []),
    ...(isCause && isOnlyHome(job) ? [{ kind: "got-home" } as const] : []),
    ...(isCause && !cameBack(job) && rung < PROVED_RUNG
      ? [{ kind: "proof", rung, missing: missingProof(job) } as const]
      : []),
    ...(bridged.length ? [{ kind: "bypass", what: bridged } as const] : []),
    ...(unseen.length ? [{ kind: "second-look", components: unseen } as const] : []),
    ...withTheRepair(job),
    ...(isCause && open.length ? [{ kind: "left-over", left: open } as const] : []),
  ];
}

/** What goes with what was fitted: revisions that may run together, work that goes with it, values that somebody can answer for. */
function withTheRepair({ parts }: JobFacts): readonly Obstacle[] {
  const mixed = mixedRevisions(parts);
  const open = openCompanions(parts);
  const unchecked = parts.flatMap(({ work }) =>
    (work?.checkOffs ?? []).flatMap((each) => (each.done && isUnchecked(each) ? `${each.what}, ${each.value}` : [])),
  );
  return [
    ...(mixed.length ? [{ kind: "mixed", mixed } as const] : []),
    ...(open.length ? [{ kind: "companions", what: open.map(({ what }) => what) } as const] : []),
    ...(unchecked.length ? [{ kind: "unchecked", what: unchecked } as const] : []),
  ];
}

/** Brakes, steering or restraints that were worked on since a second person looked. */
function unseenSafetyWork({ parts, secondLooks = [] }: JobFacts): readonly string[] {
  const seen = Math.max(0, ...secondLooks);
  const own = parts.filter(({ system, seq }) => SAFETY_SYSTEMS.has(system ?? "") && seq > seen);
  return [...new Set(own.map(({ component }) => component))];
}

/** It was brought home by something that is no repair, and nothing was repaired since. */
const isOnlyHome = (job: JobFacts) => job.parts.some(({ getHome }) => getHome) && curePart(job) === null;
