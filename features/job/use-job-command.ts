"use client";

import { commandPath } from "@/features/shared/send-command";
import { useCommand, type PendingStore } from "@/features/shared/use-command";
import { useNotify } from "@/ui/notices";
import { useJobPage } from "./job-context";

/** A write to this job: adds the job and the version it is made on, says that it was saved, closes the dialog. */
export function useJobCommand(name: string, done: string, kept: PendingStore | null = null) {
  const { sheet, close } = useJobPage();
  const command = useCommand(commandPath(name), kept);
  const notify = useNotify();
  const save = async (input: object): Promise<boolean> => {
    const answer = await command.send({ jobId: sheet.job.id, version: sheet.job.version, ...input });
    if (!answer) return false;
    notify(done);
    close();
    return true;
  };
  return { ...command, save };
}
