"use client";

import type { ProofStep } from "@/core/proof";
import { useJobPage, type JobDialog } from "./job-context";

export const STEP_TITLES: Record<ProofStep, string> = {
  bench: "Try it before closing up",
  "same-test": "Repeat the same test",
  "codes-stay-clear": "Clear the codes, see that they stay clear",
  "road-test": "Drive it as complained of",
  "follow-up": "Ask after it",
};

/** A step of proof as it is done: what it is, and where it is recorded. */
interface Step {
  readonly detail: string;
  readonly label: string;
  readonly dialog: JobDialog;
}

/** What a step of proof wants on this job: the test that is run again, the codes that are cleared or read, the drive. */
export function useProofStep(step: ProofStep): Step {
  const { proof, symptoms } = useJobPage().sheet;
  const told: JobDialog = { kind: "proof", step };
  switch (step) {
    case "same-test":
      return (
        sameTest(proof.sameTest) ?? {
          detail: "The test that failed has to pass now.",
          label: "Run it again",
          dialog: { kind: "other-ways" },
        }
      );
    case "codes-stay-clear":
      return codes(proof.codes);
    case "road-test":
      return {
        detail: driveText(symptoms, proof.tries),
        label: "Record the drive",
        dialog: told,
      };
    default:
      return { detail: "", label: "Record the proof", dialog: told };
  }
}

type Proof = ReturnType<typeof useJobPage>["sheet"]["proof"];

function sameTest(same: Proof["sameTest"]): Step | null {
  if (!same) return null;
  return {
    detail:
      same.passes === false
        ? `It still fails. Before: ${same.before}. After: ${same.after}.`
        : `Before the repair: ${same.before}. It has to pass now.`,
    label: same.passes === false ? "Run it once more" : "Run it again",
    dialog: { kind: "test", procedure: same.procedure },
  };
}

function codes(after: Proof["codes"]): Step {
  switch (after.kind) {
    case "back":
      return {
        detail: `${after.codes.join(", ")} came back after clearing: something is still wrong, or they were not cleared.`,
        label: "Clear the codes",
        dialog: { kind: "clear" },
      };
    case "not-read":
      return {
        detail: `Cleared. Key off and on, drive, then read again: ${after.modules.join(", ")}.`,
        label: "Read again",
        dialog: { kind: "scan" },
      };
    default:
      return {
        detail: "Cleared is not repaired: clear them, key cycles and a drive, then read the modules again.",
        label: "Clear the codes",
        dialog: { kind: "clear" },
      };
  }
}

function driveText(symptoms: readonly string[], tries: Proof["tries"]): string {
  const told = symptoms.length
    ? `As the customer told it: ${symptoms.join("; ")}.`
    : "Under the conditions of the complaint.";
  if (!tries || tries.triesNeeded === null) return told;
  const more = Math.max(0, tries.triesNeeded - tries.cleanTries);
  return more
    ? `${told} It came now and then: ${more} clean ${more === 1 ? "try" : "tries"} more until it may be believed gone.`
    : told;
}
