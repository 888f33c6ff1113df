"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { newUuid } from "@/features/shared/send-command";
import { useJobPage } from "./job-context";

export const TAKEN_FILES = "image/jpeg,image/png,image/webp,application/pdf";
const MOST_BYTES = 15 * 1024 * 1024;

interface Waiting {
  readonly file: File;
  readonly seq: number;
  /** The same for every try, so that a file is kept once. */
  readonly key: string;
}

/** Sends pictures and documents to an entry; what a broken connection kept back waits and can be sent again. */
export function useFileUpload() {
  const { sheet } = useJobPage();
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const [waiting, setWaiting] = useState<Waiting | null>(null);

  const addressOf = (file: File, seq: number) =>
    `/api/v1/jobs/${sheet.job.id}/files?${query({ seq: String(seq), name: file.name })}`;

  async function send(next: Waiting): Promise<void> {
    const { file, seq, key } = next;
    setWaiting(next);
    setBusy(true);
    setProblem(null);
    const said = await post(addressOf(file, seq), file, key);
    setBusy(false);
    setProblem(said === null ? null : `${file.name}: ${said}`);
    if (said !== null) return;
    setWaiting(null);
    router.refresh();
  }

  const refuse = (why: string) => {
    setWaiting(null);
    setProblem(why);
  };

  return {
    /** Sends a file and waits. @returns what stood in the way, null where it is kept */
    sendNow: (file: File, seq: number): Promise<string | null> =>
      file.size > MOST_BYTES
        ? Promise.resolve(`${file.name} is larger than 15 MB`)
        : post(addressOf(file, seq), file, newUuid()).then((said) => said && `${file.name}: ${said}`),
    busy,
    problem,
    upload: (file: File, seq: number) =>
      file.size > MOST_BYTES
        ? refuse(`${file.name} is larger than 15 MB. Nothing was kept.`)
        : void send({ file, seq, key: newUuid() }),
    /** null where nothing waits. */
    again: problem && waiting ? () => void send(waiting) : null,
  };
}

const query = (values: Record<string, string>) => new URLSearchParams(values).toString();

/** @returns what stood in the way, null where the file is kept */
async function post(address: string, file: File, key: string): Promise<string | null> {
  try {
    const headers = { "content-type": file.type || "application/octet-stream", "idempotency-key": key };
    const response = await fetch(address, { method: "POST", headers, body: file });
    if (response.ok) return null;
    const { detail, problems }: { detail?: string; problems?: { message: string }[] } = await response.json();
    return problems?.[0]?.message ?? detail ?? "it was not kept";
  } catch {
    return "no connection to the shop’s server; it is kept here, send it again when it is back";
  }
}
