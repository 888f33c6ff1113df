"use client";

import { traceOf, type KeptTrace } from "@/core/trace";
import { TraceView } from "@/features/shared/trace/trace-view";
import { answerOf } from "@/features/shared/trace/trace-work";
import { Dialog } from "@/ui/dialog";

export interface EntryRecordingProps {
  readonly trace: KeptTrace;
  readonly title: string;
  readonly onClose: () => void;
}

const LIMITS = { low: null, high: null };

/** A test's recording, drawn. */
export function EntryRecording({ trace, title, onClose }: EntryRecordingProps) {
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title="Recording" lead={title}>
      <TraceView answer={answerOf(traceOf(trace), LIMITS)} limits={LIMITS} />
    </Dialog>
  );
}
