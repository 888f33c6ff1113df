"use client";

import { Camera } from "lucide-react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { commandPath, newUuid } from "@/features/shared/send-command";
import { useCommand } from "@/features/shared/use-command";
import { Button } from "@/ui/button";
import { FileButton } from "@/ui/file-button";

interface StepPictureProps {
  readonly procedure: string;
  readonly step: string;
  readonly has: boolean;
}

/** Puts a picture beside a step, or takes it away. */
export function StepPicture({ procedure, step, has }: StepPictureProps) {
  const router = useRouter();
  const remove = useCommand(commandPath("remove-step-picture"));
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const add = async (file: File) => {
    setBusy(true);
    setProblem(await send(`/api/v1/procedures/${procedure}/picture?step=${encodeURIComponent(step)}`, file));
    setBusy(false);
    router.refresh();
  };
  return (
    <span className="flex flex-wrap items-center gap-2">
      <FileButton
        look="quiet"
        accept="image/jpeg,image/png,image/webp"
        busy={busy}
        label={`Picture for: ${step}`}
        onPick={(file) => void add(file)}
      >
        <Camera aria-hidden size={18} /> {has ? "Another picture" : "Picture"}
      </FileButton>
      {has && (
        <Button look="quiet" busy={remove.busy} onClick={() => void remove.send({ procedure, step })}>
          Take it away
        </Button>
      )}
      {(problem ?? remove.message) && (
        <span role="alert" className="font-medium text-brick">
          {problem ?? remove.message}
        </span>
      )}
    </span>
  );
}

/** @returns what stood in the way, null where the picture is kept */
async function send(address: string, file: File): Promise<string | null> {
  try {
    const response = await fetch(address, {
      method: "POST",
      body: file,
      headers: { "Idempotency-Key": newUuid() },
    });
    if (response.ok) return null;
    const { detail, problems }: { detail?: string; problems?: { message: string }[] } = await response.json();
    return `${file.name} ${problems?.[0]?.message ?? detail ?? "was not kept"}`;
  } catch {
    return "No connection to the shop’s server. The picture was not kept; try again when it is back.";
  }
}
