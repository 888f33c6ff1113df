"use client";

import type { ProofStep } from "@/core/proof";
import { Button } from "@/ui/button";
import { Actions, Block } from "./do-next-block";
import { useJobPage } from "./job-context";

export const STEP_TITLES: Record<ProofStep, string> = {
  bench: "Try it before closing up",
  "same-test": "Repeat the same test",
  "codes-stay-clear": "Clear the codes, see that they stay clear",
  "road-test": "Drive it as complained of",
  "follow-up": "Ask after it",
};

/** What is still to be shown before the cure counts as proved. */
export function NextProof({ missing }: { readonly missing: readonly ProofStep[] }) {
  const { sheet, open } = useJobPage();
  const [first = "road-test", ...rest] = missing;
  const detail = {
    bench: "",
    "same-test": sheet.sameTest
      ? `“${sheet.sameTest}” failed before the repair: it has to pass now.`
      : "The test that failed has to pass now.",
    "codes-stay-clear": "Cleared is not repaired: key cycles and a drive, then read again.",
    "road-test": sheet.symptoms.length
      ? `As the customer told it: ${sheet.symptoms.join("; ")}.`
      : "Under the conditions of the complaint.",
    "follow-up": "",
  }[first];
  return (
    <Block title={STEP_TITLES[first]}>
      <p>{detail}</p>
      {rest.length > 0 && (
        <p className="text-sm">Then: {rest.map((step) => STEP_TITLES[step].toLowerCase()).join("; ")}.</p>
      )}
      <Actions
        first={{ label: "Record the proof", dialog: { kind: "proof", step: first } }}
        second={{ label: "Close without it", dialog: { kind: "close" } }}
      />
      <Button look="quiet" className="text-sm" onClick={() => open({ kind: "finding" })}>
        Name another cause
      </Button>
    </Block>
  );
}
