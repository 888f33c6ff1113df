"use client";

import { TriangleAlert } from "lucide-react";
import { CommandMessage } from "@/features/shared/command-message";
import { Button } from "@/ui/button";
import { useJobPage, useMay } from "./job-context";
import { useJobCommand } from "./use-job-command";

/** What is still bridged: in sight on the job until it is out. */
export function Bypasses() {
  const { sheet } = useJobPage();
  const mayRecord = useMay("job.record");
  const command = useJobCommand("record-bypass-removed", "Noted: it is out");
  const left = (sheet.facts.bypasses ?? []).filter(({ removed }) => !removed);
  if (!left.length) return null;
  return (
    <section aria-label="Bypasses in place" className="border-2 border-brick bg-paper px-4 py-2">
      {left.map(({ seq, what }) => (
        <div key={seq} className="flex flex-wrap items-center gap-3">
          <p className="flex grow items-center gap-2">
            <TriangleAlert aria-hidden size={18} className="shrink-0 text-brick" />
            <span>
              <span className="font-semibold text-brick">A bypass is in place:</span> {what}
            </span>
          </p>
          {mayRecord && !sheet.facts.closed && (
            <Button
              busy={command.busy}
              aria-label={`It is out: ${what}`}
              onClick={() => void command.save({ bypassSeq: seq })}
            >
              It is out
            </Button>
          )}
        </div>
      ))}
      <CommandMessage message={command.message} meanwhile={command.meanwhile} />
    </section>
  );
}
