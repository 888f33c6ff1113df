"use client";

import { useState } from "react";
import { lowerFirst } from "@/core/words";
import { CommandMessage } from "@/features/shared/command-message";
import { commandPath } from "@/features/shared/send-command";
import { useCommand } from "@/features/shared/use-command";
import type { KnownFailuresView } from "@/server/views/known-failures";
import { Button } from "@/ui/button";
import { useNotify } from "@/ui/notices";
import { ReasonLine } from "./reason-line";

interface ProposalRowProps {
  readonly proposal: KnownFailuresView["proposals"][number];
  readonly mayEdit: boolean;
}

/** What the jobs propose, with its counts; a lead takes it in or says why it is none. */
export function ProposalRow({ proposal, mayEdit }: ProposalRowProps) {
  const { component, failure, name, scope, applies, jobs, inGroup, elsewhere, rateRatioLow, mergeInto } = proposal;
  const accept = useCommand(commandPath("write-known-failure"));
  const dismiss = useCommand(commandPath("dismiss-proposal"));
  const merge = useCommand(commandPath("merge-into-known-failure"));
  const notify = useNotify();
  const [asks, setAsks] = useState(false);
  const take = async () => {
    const title = `${scope}: ${lowerFirst(name)}`;
    const note = `From ${jobs.length} jobs here: ${inGroup.with} of ${inGroup.of} vehicles, elsewhere ${elsewhere.with} of ${elsewhere.of}.`;
    if (await accept.send({ title: title.slice(0, 160), component, failure, applies, note })) notify("Taken in");
  };
  const mergeWith = async (key: string) => {
    if (await merge.send({ key, applies })) notify("It speaks of these vehicles as well");
  };
  const leave = async (reason: string) => {
    if (await dismiss.send({ component, failure, applies, jobs: jobs.length, reason })) notify("Dismissed");
  };
  return (
    <li className="flex flex-col gap-1 border-b border-rule py-2">
      <p className="flex flex-wrap items-baseline justify-between gap-x-4">
        <span className="font-medium">{name}</span>
        <span className="text-sm">{scope}</span>
      </p>
      <p className="text-sm">
        <span className="mono">{inGroup.with}</span> of <span className="mono">{inGroup.of}</span> vehicles; elsewhere{" "}
        <span className="mono">{elsewhere.with}</span> of <span className="mono">{elsewhere.of}</span>. At least{" "}
        {rateRatioLow.toFixed(1)} times as often.
      </p>
      {mayEdit && !asks && (
        <div className="flex flex-wrap gap-2">
          <Button busy={accept.busy} onClick={() => void take()}>
            Take it in
          </Button>
          {mergeInto.map(({ key, title }) => (
            <Button key={key} busy={merge.busy} onClick={() => void mergeWith(key)}>
              Part of “{title}”
            </Button>
          ))}
          <Button look="quiet" onClick={() => setAsks(true)}>
            It is none
          </Button>
        </div>
      )}
      {asks && (
        <ReasonLine
          label={`Why ${name} is no known failure`}
          save="Dismiss it"
          busy={dismiss.busy}
          onSave={(reason) => void leave(reason)}
          onCancel={() => setAsks(false)}
        />
      )}
      <CommandMessage message={accept.message ?? merge.message ?? dismiss.message} />
    </li>
  );
}
