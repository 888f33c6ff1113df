"use client";

import { useRouter } from "next/navigation";
import { commandPath } from "@/features/shared/send-command";
import { useCommand, type PendingStore } from "@/features/shared/use-command";
import { useNotify } from "@/ui/notices";
import { useJobPage } from "./job-context";

interface Kept {
  /** Where the key of what is being sent is kept. */
  readonly pending?: PendingStore | null;
  /** The form that is saved: it is empty from then on. */
  readonly form?: { forget(): void } | null;
}

/**
 * A write to this job: adds the job and the version it is made on, says that it was saved, closes the dialog. What has to be done
 * with the answer before it closes is the second argument of `save`.
 */
export function useJobCommand(name: string, done: string, { pending = null, form = null }: Kept = {}) {
  const { sheet, close } = useJobPage();
  const command = useCommand(commandPath(name), pending, false);
  const notify = useNotify();
  const router = useRouter();
  const save = async (input: object, before?: (answer: object) => Promise<void>): Promise<boolean> => {
    const answer = await command.send({ jobId: sheet.job.id, version: sheet.job.version, ...input });
    if (!answer) return false;
    if (before && typeof answer === "object") await before(answer);
    notify(done);
    form?.forget();
    close(true);
    // After the address has changed: a change of address ends a reading that is under way.
    router.refresh();
    return true;
  };
  return { ...command, save };
}
