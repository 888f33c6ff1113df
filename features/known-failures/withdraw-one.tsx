"use client";

import { useState } from "react";
import { CommandMessage } from "@/features/shared/command-message";
import { commandPath } from "@/features/shared/send-command";
import { useCommand } from "@/features/shared/use-command";
import { Button } from "@/ui/button";
import { ReasonLine } from "./reason-line";

/** A lead withdraws a known failure, with a reason. */
export function WithdrawOne({ knownKey, title }: { readonly knownKey: string; readonly title: string }) {
  const { send, busy, message } = useCommand(commandPath("withdraw-known-failure"));
  const [asks, setAsks] = useState(false);
  if (!asks)
    return (
      <Button look="quiet" className="-ml-2 text-sm" aria-label={`Withdraw ${title}`} onClick={() => setAsks(true)}>
        Withdraw
      </Button>
    );
  return (
    <>
      <ReasonLine
        label={`Why ${title} is withdrawn`}
        save="Withdraw it"
        busy={busy}
        onSave={(reason) => void send({ key: knownKey, reason })}
        onCancel={() => setAsks(false)}
      />
      <CommandMessage message={message} />
    </>
  );
}
