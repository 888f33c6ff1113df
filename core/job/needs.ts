import { proofMissing, type ProofStep } from "@/core/proof";
import { openCompanions } from "./companions";
import { cameBack, curePart, type JobFacts, type Waiting } from "./job";
import { proofOfCure, sameTestOf } from "./proved";

/** What a job needs now: the one thing that stands between it and its next step. */
export type Need =
  | { readonly kind: "test" }
  | { readonly kind: "part-result"; readonly seq: number; readonly component: string }
  | { readonly kind: "companions"; readonly seq: number; readonly component: string; readonly what: readonly string[] }
  | { readonly kind: "proof"; readonly missing: readonly ProofStep[] }
  | { readonly kind: "watch"; readonly until: string }
  | { readonly kind: "waiting"; readonly for: Waiting["for"]; readonly what: string; readonly due: string | null }
  | { readonly kind: "decision"; readonly about: "came-back" | "cause" | "close" | "catch" }
  | { readonly kind: "nothing" };

/**
 * Reads from the facts what a job needs.
 * A part that was not tried yet comes first, then what goes with the cure; before a cure the next test, or a plan to catch what does not show itself; after it proof; with proof the decision to close.
 * A closed job whose fault came back needs the decision to open it again.
 */
export function needOf(job: JobFacts): Need {
  if (!job.closed && job.waiting) {
    const { for: whom, what, due } = job.waiting;
    return { kind: "waiting", for: whom, what, due };
  }
  if (job.closed) return cameBack(job) ? { kind: "decision", about: "came-back" } : { kind: "nothing" };
  const untried = job.parts.find(({ result }) => result === null);
  if (untried) return { kind: "part-result", seq: untried.seq, component: untried.component };
  if (job.finding && job.finding.result !== "root-cause") return { kind: "decision", about: "close" };
  if (!curePart(job) && (job.finding === null || cameBack(job))) return catching(job) ?? { kind: "test" };
  // What the system has to be waited for is part of the proof.
  const [first, ...others] = openCompanions(job.parts).filter(({ kind }) => kind !== "wait");
  if (first && curePart(job)) {
    const same = others.filter(({ seq }) => seq === first.seq);
    return {
      kind: "companions",
      seq: first.seq,
      component: first.component,
      what: [first, ...same].map(({ what }) => what),
    };
  }
  if (job.finding === null) return { kind: "decision", about: "cause" };
  const missing = missingProof(job);
  return missing.length ? { kind: "proof", missing } : { kind: "decision", about: "close" };
}

/** What could not be reproduced is watched for, before anything is fitted on suspicion. */
function catching({ confirmation, watch }: JobFacts): Need | null {
  if (confirmation?.result !== "not-reproduced") return null;
  return watch ? { kind: "watch", until: watch.until } : { kind: "decision", about: "catch" };
}

/** The steps of proof before hand-over that this job still lacks. */
export function missingProof(job: JobFacts): readonly ProofStep[] {
  return proofMissing(proofOfCure(job), { hadTest: sameTestOf(job) !== null, hadCodes: job.codes.length > 0 });
}
