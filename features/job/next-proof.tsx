"use client";

import { openWaits } from "@/core/job";
import type { ProofStep } from "@/core/proof";
import { Button } from "@/ui/button";
import { Actions, Block } from "./do-next-block";
import { useJobPage } from "./job-context";
import { STEP_TITLES, useProofStep } from "./proof-step";

/** What is still to be shown before the cure counts as proved: by the test, the scan and the drive themselves. */
export function NextProof({ missing }: { readonly missing: readonly ProofStep[] }) {
  const { open, sheet } = useJobPage();
  const waits = openWaits(sheet.facts.parts);
  const [first = "road-test", ...rest] = missing;
  const { detail, label, dialog } = useProofStep(first);
  return (
    <Block title={STEP_TITLES[first]}>
      {waits.length > 0 && <p className="font-medium">The system needs this first: {waits.join(", ")}.</p>}
      <p>{detail}</p>
      {rest.length > 0 && (
        <p className="text-sm">Then: {rest.map((step) => STEP_TITLES[step].toLowerCase()).join("; ")}.</p>
      )}
      <Actions first={{ label, dialog }} second={{ label: "Close without it", dialog: { kind: "close" } }} />
      <Button look="quiet" className="text-sm" onClick={() => open({ kind: "finding" })}>
        Name another cause
      </Button>
    </Block>
  );
}
