"use client";

import { Camera } from "lucide-react";
import { useState } from "react";
import { Button } from "@/ui/button";
import { FileButton } from "@/ui/file-button";
import { useNotify } from "@/ui/notices";
import { TAKEN_FILES, useFileUpload } from "../../use-file-upload";

/** Pictures taken during a test: they wait until it is saved, and go to its entry then. */
export function usePictures() {
  const [files, setFiles] = useState<readonly File[]>([]);
  const { sendNow } = useFileUpload();
  const notify = useNotify();
  const keep = async (answer: object) => {
    const seq = "seq" in answer ? Number(answer.seq) : null;
    if (seq === null) return;
    for (const file of files) {
      const problem = await sendNow(file, seq);
      if (problem) notify(`${problem}. The test is saved; add the picture by its “…” on the trail.`);
    }
  };
  const field = (
    <div className="flex flex-wrap items-center gap-3">
      <FileButton
        accept={TAKEN_FILES}
        busy={false}
        label="Add a picture or PDF to this test"
        onPick={(file) => setFiles([...files, file])}
      >
        <Camera aria-hidden size={20} /> Picture
      </FileButton>
      {files.map((file, at) => (
        <span key={`${file.name}/${at}`} className="inline-flex items-center gap-1 text-sm">
          {file.name}
          <Button look="quiet" onClick={() => setFiles(files.filter((each) => each !== file))}>
            Leave out
          </Button>
        </span>
      ))}
    </div>
  );
  return { keep, field };
}
