"use client";

import { FileText } from "lucide-react";
import { useState } from "react";
import type { FileView } from "@/server/views/trail";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { CommandMessage } from "@/features/shared/command-message";
import { commandPath } from "@/features/shared/send-command";
import { useCommand } from "@/features/shared/use-command";
import { useJobPage } from "./job-context";

/** The pictures and documents beside an entry; a tap shows one large. */
export function EntryFiles({ files }: { readonly files: readonly FileView[] }) {
  const { sheet } = useJobPage();
  const [shown, setShown] = useState<FileView | null>(null);
  if (!files.length) return null;
  const address = ({ id }: FileView) => `/api/v1/jobs/${sheet.job.id}/files/${id}`;
  return (
    <div className="mt-1 flex flex-wrap gap-2">
      {files.map((file) => (
        <button
          key={file.id}
          type="button"
          className="min-h-11 border border-rule hover:border-ink"
          aria-label={`Show ${file.name}`}
          onClick={() => setShown(file)}
        >
          {file.mediaType === "application/pdf" ? (
            <span className="inline-flex items-center gap-2 px-3">
              <FileText aria-hidden size={20} />
              {file.name}
            </span>
          ) : (
            // The file comes from our own server as it is; there is nothing to optimise.
            // eslint-disable-next-line @next/next/no-img-element
            <img src={`${address(file)}?size=small`} alt={file.name} className="h-20 w-auto" loading="lazy" />
          )}
        </button>
      ))}
      {shown && <Shown file={shown} address={address(shown)} onClose={() => setShown(null)} />}
    </div>
  );
}

interface ShownProps {
  readonly file: FileView;
  readonly address: string;
  readonly onClose: () => void;
}

function Shown({ file, address, onClose }: ShownProps) {
  const { sheet, rights, me } = useJobPage();
  const { send, busy, message } = useCommand(commandPath("remove-file"));
  const mayTakeBack = file.byId === me || rights.includes("book.edit");
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title={file.name} lead={`Added by ${file.by}`}>
      <div className="flex flex-col gap-4">
        {file.mediaType !== "application/pdf" && (
          // eslint-disable-next-line @next/next/no-img-element
          <img src={address} alt={file.name} className="w-full" />
        )}
        <div className="flex flex-wrap gap-3">
          <a
            href={address}
            download={file.name}
            className="inline-flex min-h-11 items-center border-2 border-ink px-4 font-semibold"
          >
            Save a copy
          </a>
          {mayTakeBack && (
            <Button
              look="warn"
              busy={busy}
              onClick={async () => {
                if (await send({ jobId: sheet.job.id, fileId: file.id })) onClose();
              }}
            >
              Take it back
            </Button>
          )}
        </div>
        <CommandMessage message={message} />
      </div>
    </Dialog>
  );
}
