"use client";

import { useState } from "react";
import { traceOf, type KeptTrace } from "@/core/trace";
import { TraceView } from "@/features/shared/trace/trace-view";
import { answerOf } from "@/features/shared/trace/trace-work";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";

interface EntryTraceProps {
  readonly trace: KeptTrace;
  readonly title: string;
}

/** A test's recording, drawn where somebody asks for it. */
export function EntryTrace({ trace, title }: EntryTraceProps) {
  const [shown, setShown] = useState(false);
  const limits = { low: null, high: null };
  return (
    <>
      <Button look="quiet" className="no-print" onClick={() => setShown(true)}>
        Show the recording
      </Button>
      {shown && (
        <Dialog open onOpenChange={(open) => !open && setShown(false)} title="Recording" lead={title}>
          <TraceView answer={answerOf(traceOf(trace), limits)} limits={limits} />
        </Dialog>
      )}
    </>
  );
}
