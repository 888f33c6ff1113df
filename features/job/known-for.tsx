"use client";

import { useState } from "react";
import { byDue, KnownForItem } from "@/features/shared/known-for/known-for-line";
import { CommandMessage } from "@/features/shared/command-message";
import { commandPath } from "@/features/shared/send-command";
import { useCommand } from "@/features/shared/use-command";
import type { KnownForLine } from "@/server/views/known-for";
import { Button } from "@/ui/button";
import { TextInput } from "@/ui/form";
import { useNotify } from "@/ui/notices";
import { Section } from "@/ui/section";
import { Unfold } from "@/ui/unfold";
import { useJobPage, useMay } from "./job-context";

/** What this vehicle is known for at its odometer: what comes due, the minutes to check each while it is here, and recalls that are open. */
export function KnownFor() {
  const { knownFor, facts } = useJobPage().sheet;
  const mayCheck = useMay("job.record") && !facts.closed;
  const { open } = useJobPage();
  if (!knownFor.length) return null;
  const { today, others } = byDue(knownFor);
  const done = new Set(facts.tests.map(({ procedure }) => procedure));
  const lines = (list: readonly KnownForLine[]) =>
    list.map((each) => (
      <KnownForItem key={each.key} each={each}>
        <span className="flex flex-wrap gap-x-4">
          {mayCheck && each.check && !done.has(each.check.procedure) && (
            <Button
              look="quiet"
              className="-ml-2 text-sm"
              aria-label={`Check it now: ${each.title}`}
              onClick={() => each.check && open({ kind: "test", procedure: each.check.procedure })}
            >
              Check it now
            </Button>
          )}
          <RecallButtons each={each} />
        </span>
      </KnownForItem>
    ));
  return (
    <Section title="Known for" aside="such vehicles">
      <ul>{lines(today)}</ul>
      {others.length > 0 && (
        <Unfold title={`${others.length} more at another odometer`} small>
          <ul>{lines(others)}</ul>
        </Unfold>
      )}
    </Section>
  );
}

/** A recall or a campaign is offered before the work is paid for; done, or refused and why. */
function RecallButtons({ each: { key, title, bulletin } }: { readonly each: KnownForLine }) {
  const { vehicle } = useJobPage().sheet;
  const maySettle = useMay("job.complaint");
  const { send, busy, problems, message } = useCommand(commandPath("settle-recall"));
  const notify = useNotify();
  const [reason, setReason] = useState<string | null>(null);
  if (!bulletin || bulletin.kind === "bulletin" || bulletin.covers === false || bulletin.state !== null || !maySettle)
    return null;
  const settle = async (state: "done" | "refused") => {
    if (!(await send({ vehicleId: vehicle.id, pattern: key, state, reason: reason ?? "" }))) return;
    setReason(null);
    notify("Noted");
  };
  return (
    <>
      <Button
        look="quiet"
        className="text-sm"
        aria-label={`It was carried out: ${title}`}
        busy={busy}
        onClick={() => void settle("done")}
      >
        It was carried out
      </Button>
      <Button
        look="quiet"
        className="text-sm"
        aria-label={`The customer refuses: ${title}`}
        onClick={() => setReason("")}
      >
        The customer refuses
      </Button>
      {reason !== null && (
        <span className="flex grow gap-2">
          <TextInput
            aria-label={`Why it was refused: ${title}`}
            placeholder="why"
            value={reason}
            maxLength={400}
            className="min-w-0 grow"
            onChange={(event) => setReason(event.target.value)}
          />
          <Button busy={busy} disabled={!reason.trim()} onClick={() => void settle("refused")}>
            Save
          </Button>
        </span>
      )}
      <CommandMessage message={message ?? problems[0]?.message ?? null} />
    </>
  );
}
