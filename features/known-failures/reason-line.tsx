"use client";

import { useState } from "react";
import { Button } from "@/ui/button";
import { TextInput } from "@/ui/form";

interface ReasonLineProps {
  readonly label: string;
  readonly save: string;
  readonly busy: boolean;
  readonly onSave: (reason: string) => void;
  readonly onCancel: () => void;
}

/** One line for why, without which nothing is done. */
export function ReasonLine({ label, save, busy, onSave, onCancel }: ReasonLineProps) {
  const [reason, setReason] = useState("");
  return (
    <div className="flex flex-wrap gap-2">
      <TextInput
        aria-label={label}
        placeholder="why"
        value={reason}
        maxLength={400}
        className="min-w-0 grow"
        onChange={(event) => setReason(event.target.value)}
      />
      <Button look="main" busy={busy} disabled={!reason.trim()} onClick={() => onSave(reason.trim())}>
        {save}
      </Button>
      <Button onClick={onCancel}>Cancel</Button>
    </div>
  );
}
