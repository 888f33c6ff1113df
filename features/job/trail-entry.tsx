"use client";

import { Camera, Ellipsis } from "lucide-react";
import { useState } from "react";
import { initials, momentText } from "@/features/shared/format";
import type { EntryView } from "@/server/views/trail";
import { Button, ButtonLink } from "@/ui/button";
import { classNames } from "@/ui/class-names";
import { FileButton } from "@/ui/file-button";
import { EntryFiles } from "./entry-files";
import { EntryTrace } from "./entry-trace";
import { useJobPage, useMay } from "./job-context";
import { TAKEN_FILES, useFileUpload } from "./use-file-upload";

const MARK_LOOK = {
  holds: "text-spruce",
  fails: "text-brick",
  "in vain": "text-brick",
  unsure: "text-ochre-ink",
} as const;

/** One entry of the trail, with what belongs to it; what can be done with it opens below. */
export function TrailEntry({ entry }: { readonly entry: EntryView }) {
  const { site } = useJobPage();
  const mayAdd = useMay("job.complaint");
  const [more, setMore] = useState(false);
  const { seq, at, by, text, total, mark, correctedBy, corrects, details, files, trace } = entry;
  return (
    <li id={`entry-${seq}`} className="group border-b border-rule">
      <div className="flex min-h-8 items-center gap-3 py-0.5">
        <span className="mono w-10 shrink-0 text-right text-sm text-ink-soft" title={momentText(at, site.timeZone)}>
          {Math.round(total)}
        </span>
        <span className={classNames("grow", correctedBy !== null && "text-ink-soft line-through")}>
          {text}
          {corrects !== null && <span className="text-sm text-ink-soft"> (corrects entry {corrects})</span>}
        </span>
        {mark && <span className={classNames("shrink-0 text-sm font-semibold", MARK_LOOK[mark])}>{mark}</span>}
        <span className="w-8 shrink-0 text-sm text-ink-soft" title={`${by}, ${momentText(at, site.timeZone)}`}>
          {initials(by)}
        </span>
        {mayAdd && (
          <button
            type="button"
            className="no-print -mr-2 inline-flex size-11 shrink-0 items-center justify-center text-ink-soft hover:bg-paper-2"
            aria-label={`More on entry ${seq}`}
            aria-expanded={more}
            onClick={() => setMore(!more)}
          >
            <Ellipsis aria-hidden size={20} />
          </button>
        )}
      </div>
      <div className="pl-13">
        {details.map((line) => (
          <p key={line} className="text-sm text-ink-soft">
            {line}
          </p>
        ))}
        {trace && <EntryTrace trace={trace} title={text} />}
        <EntryFiles files={files} />
        {more && <More entry={entry} onDone={() => setMore(false)} />}
      </div>
    </li>
  );
}

function More({
  entry: { seq, kind, takenBackBy, byId },
  onDone,
}: {
  readonly entry: EntryView;
  readonly onDone: () => void;
}) {
  const { open, sheet, rights, me } = useJobPage();
  const mayRecord = rights.includes("job.record");
  const mayTakeBack =
    takenBackBy !== null && rights.includes(takenBackBy) && (byId === me || rights.includes("job.set-right"));
  const { upload, busy, problem, again } = useFileUpload();
  return (
    <div className="no-print">
      <div className="flex flex-wrap gap-3 pt-1">
        <FileButton
          accept={TAKEN_FILES}
          busy={busy}
          label={`Add a picture or PDF to entry ${seq}`}
          onPick={(file) => upload(file, seq)}
        >
          <Camera aria-hidden size={20} /> Picture or PDF
        </FileButton>
        {mayRecord && kind === "test" && (
          <ButtonLink href={`/procedures/new?job=${sheet.job.id}&entry=${seq}`}>Save as a procedure</ButtonLink>
        )}
        {mayTakeBack && (
          <Button
            onClick={() => {
              onDone();
              open({ kind: "withdraw", seq });
            }}
            aria-label={`Undo entry ${seq}`}
          >
            Undo
          </Button>
        )}
      </div>
      {problem && (
        <p role="alert" className="pt-1 font-medium text-brick">
          {problem}{" "}
          {again && (
            <Button look="quiet" busy={busy} onClick={again}>
              Send it again
            </Button>
          )}
        </p>
      )}
    </div>
  );
}
