"use client";

import { Camera } from "lucide-react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { Button } from "@/ui/button";
import { FileButton } from "@/ui/file-button";
import { commandPath, newUuid } from "./send-command";
import { useCommand } from "./use-command";

interface PictureBesideProps {
  /** Where it is sent. */
  readonly address: string;
  /** What it is a picture of, for those who do not see the button. */
  readonly label: string;
  readonly has: boolean;
  /** The write that takes it away, and its input. */
  readonly remove: { readonly name: string; readonly input: object };
}

/** Puts a picture beside something of the book, or takes it away. */
export function PictureBeside({ address, label, has, remove }: PictureBesideProps) {
  const router = useRouter();
  const removing = useCommand(commandPath(remove.name));
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const add = async (file: File) => {
    setBusy(true);
    setProblem(await send(address, file));
    setBusy(false);
    router.refresh();
  };
  return (
    <span className="flex flex-wrap items-center gap-2 print:hidden">
      <FileButton
        look="quiet"
        accept="image/jpeg,image/png,image/webp"
        busy={busy}
        label={label}
        onPick={(file) => void add(file)}
      >
        <Camera aria-hidden size={18} /> {has ? "Another picture" : "Picture"}
      </FileButton>
      {has && (
        <Button look="quiet" busy={removing.busy} onClick={() => void removing.send(remove.input)}>
          Take it away
        </Button>
      )}
      {(problem ?? removing.message) && (
        <span role="alert" className="font-medium text-brick">
          {problem ?? removing.message}
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
