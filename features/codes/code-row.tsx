"use client";

import { CommandMessage } from "@/features/shared/command-message";
import { commandPath } from "@/features/shared/send-command";
import { useCommand } from "@/features/shared/use-command";
import type { CodeEntry } from "@/server/db/code-entries";
import { Button } from "@/ui/button";

export function CodeRow({ entry, mayEdit }: { readonly entry: CodeEntry; readonly mayEdit: boolean }) {
  const { code, make, meaning, note } = entry;
  const { send, busy, message } = useCommand(commandPath("drop-code-entry"));
  return (
    <li className="flex flex-wrap items-baseline gap-x-4 border-b border-rule py-2">
      <span className="mono w-16">{code}</span>
      <span className="grow basis-60">
        <span className="font-medium">{meaning}</span>
        <span className="text-sm text-ink-soft"> · {make || "every make"}</span>
        {note && <span className="block text-sm">{note}</span>}
      </span>
      {mayEdit && (
        <Button
          look="quiet"
          busy={busy}
          aria-label={`Forget ${code} ${make}`.trim()}
          onClick={() => void send({ code, make })}
        >
          Forget
        </Button>
      )}
      <CommandMessage message={message} />
    </li>
  );
}
