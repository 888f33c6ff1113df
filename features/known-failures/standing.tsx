"use client";

import { CommandMessage } from "@/features/shared/command-message";
import { commandPath } from "@/features/shared/send-command";
import { useCommand } from "@/features/shared/use-command";
import type { GradedFailure } from "@/server/views/known-failures";
import { Button } from "@/ui/button";
import { useNotify } from "@/ui/notices";
import { WithdrawOne } from "./withdraw-one";
import { Link } from "@/ui/link";

interface StandingProps {
  readonly known: Pick<GradedFailure, "key" | "title" | "proposed" | "withdrawnReason">;
  readonly mayEdit: boolean;
  readonly mayExtend: boolean;
}

/** Whether it speaks, and what may be done with it. */
export function Standing({ known, mayEdit, mayExtend }: StandingProps) {
  const { key, title, proposed, withdrawnReason } = known;
  const take = useCommand(commandPath("take-in-known-failure"));
  const notify = useNotify();
  const speaks = !proposed && withdrawnReason === null;
  const takeIn = async () => {
    if (await take.send({ key })) notify("It speaks now");
  };
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
      {withdrawnReason !== null && <p className="font-semibold text-brick">Withdrawn: {withdrawnReason}</p>}
      {proposed && withdrawnReason === null && (
        <p className="font-semibold text-ochre-ink">Waits for a lead; it does not speak yet.</p>
      )}
      <div className="no-print flex flex-wrap items-center gap-x-3">
        {mayEdit && !speaks && (
          <Button busy={take.busy} onClick={() => void takeIn()}>
            {proposed ? "Take it in" : "Let it speak again"}
          </Button>
        )}
        {(mayEdit || (proposed && mayExtend)) && (
          <Link
            href={`/known-failures/${key}/edit`}
            className="inline-flex min-h-11 items-center font-medium underline print:hidden"
          >
            Change it
          </Link>
        )}
        {mayEdit && withdrawnReason === null && <WithdrawOne knownKey={key} title={title} />}
        <CommandMessage message={take.message} />
      </div>
    </div>
  );
}
