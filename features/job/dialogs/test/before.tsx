"use client";

import type { Procedure } from "@/core/book";
import { StepList } from "@/features/shared/step-list";
import { ChooseSome } from "@/ui/choices";

interface BeforeProps {
  readonly procedure: Procedure;
  readonly ticked: readonly string[];
  readonly onTick: (ticked: string[]) => void;
}

/** What has to hold first, to be ticked, and how it is done. */
export function Before({ procedure, ticked, onTick }: BeforeProps) {
  const { preconditions } = procedure;
  return (
    <>
      {preconditions.length > 0 && (
        <div>
          <p className="mb-2 font-medium">Before it starts</p>
          <ChooseSome
            label="Preconditions"
            values={ticked}
            onChange={onTick}
            choices={preconditions.map((each) => ({ value: each, label: each }))}
          />
        </div>
      )}
      {procedure.steps.length > 0 && <StepList procedure={procedure} />}
    </>
  );
}
