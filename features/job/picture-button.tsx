"use client";

import { Camera } from "lucide-react";
import { commandPath } from "@/features/shared/send-command";
import { useCommand } from "@/features/shared/use-command";
import { Button } from "@/ui/button";
import { FileButton } from "@/ui/file-button";
import { useJobPage } from "./job-context";
import { TAKEN_FILES, useFileUpload } from "./use-file-upload";

interface PictureButtonProps {
  /** What stands in the entry line: it becomes the note that the picture belongs to. */
  readonly text: string;
  readonly onKept: () => void;
}

/** A picture with a note of its own: the dash lamp, the screen of a tool, the damage. */
export function PictureButton({ text, onKept }: PictureButtonProps) {
  const { sheet } = useJobPage();
  const note = useCommand(commandPath("record-note"));
  const { upload, busy, problem, again } = useFileUpload();
  const add = async (file: File) => {
    const { id: jobId, version } = sheet.job;
    const answer = await note.send({ jobId, version, text: text.trim() || "Picture" });
    if (!answer || typeof answer !== "object" || !("seq" in answer)) return;
    onKept();
    upload(file, Number(answer.seq));
  };
  const wrong = note.message ?? problem;
  return (
    <>
      <FileButton
        look="quiet"
        accept={TAKEN_FILES}
        busy={busy || note.busy}
        label="Add a picture or PDF"
        onPick={(file) => void add(file)}
      >
        <Camera aria-hidden size={20} /> <span className="hidden sm:inline">Picture</span>
      </FileButton>
      {wrong && (
        <span role="alert" className="shrink-0 content-center text-sm font-medium text-brick">
          {wrong}{" "}
          {again && (
            <Button look="quiet" onClick={again}>
              Send it again
            </Button>
          )}
        </span>
      )}
    </>
  );
}
