"use client";

import { initials, momentText } from "@/features/shared/format";
import type { EntryView } from "@/server/views/job-sheet";
import { Button } from "@/ui/button";
import { classNames } from "@/ui/class-names";
import { Section } from "@/ui/section";
import { useJobPage, useMay } from "./job-context";

const MARK_LOOK = {
  holds: "text-spruce",
  fails: "text-brick",
  "in vain": "text-brick",
  unsure: "text-ochre-ink",
} as const;

/** The dated record, entry after entry; what was taken back stays, struck. */
export function TrailList() {
  const { sheet } = useJobPage();
  return (
    <Section title="Trail" aside="minutes spent · newest below">
      <ol>
        {sheet.trail.map((entry) => (
          <Entry key={entry.seq} entry={entry} />
        ))}
      </ol>
    </Section>
  );
}

function Entry({ entry }: { readonly entry: EntryView }) {
  const { site, open } = useJobPage();
  const mayRecord = useMay("job.record");
  const { seq, at, by, text, total, mark, correctedBy, corrects, canWithdraw } = entry;
  return (
    <li id={`entry-${seq}`} className="group flex items-baseline gap-3 border-b border-rule py-2">
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
      {mayRecord && (
        <span className="no-print -mr-2 w-14 shrink-0 text-right">
          {canWithdraw && (
            <Button
              look="quiet"
              className="-my-2 text-sm text-ink-soft pointer-fine:opacity-0 pointer-fine:group-hover:opacity-100 pointer-fine:focus-visible:opacity-100"
              onClick={() => open({ kind: "withdraw", seq })}
              aria-label={`Undo entry ${seq}`}
            >
              Undo
            </Button>
          )}
        </span>
      )}
    </li>
  );
}
