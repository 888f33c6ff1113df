"use client";

import { X } from "lucide-react";
import {
  isComplete,
  NO_PRIOR_WORK,
  PriorWorkFields,
  WORK_CHOICES,
  type PriorWorkDraft,
} from "@/features/shared/prior-work-fields";
import type { SystemWord } from "@/server/db/book";
import { Button } from "@/ui/button";

interface PriorWorkListProps {
  readonly value: readonly PriorWorkDraft[];
  readonly onChange: (value: readonly PriorWorkDraft[]) => void;
  /** What is being put together, and not added yet. */
  readonly draft: PriorWorkDraft | null;
  readonly onDraft: (draft: PriorWorkDraft | null) => void;
  readonly components: readonly SystemWord[];
  readonly mayAdd: boolean;
}

/** What was done to the vehicle before it came in: each is a suspect of its own where it lies near the complaint. */
export function PriorWorkList({ value, onChange, draft, onDraft, components, mayAdd }: PriorWorkListProps) {
  const words = ({ component, work }: PriorWorkDraft) =>
    `${components.find(({ key }) => key === component)?.label ?? component}: ${WORK_CHOICES.find((each) => each.value === work)?.label.toLowerCase()}`;
  return (
    <div className="flex flex-col gap-3 pt-3">
      {value.map((each) => (
        <div key={each.component + each.work} className="flex items-center justify-between border-b border-rule">
          <span className="font-semibold">{words(each)}</span>
          <button
            type="button"
            className="inline-flex size-11 items-center justify-center hover:bg-paper-2"
            aria-label={`Leave out ${words(each)}`}
            onClick={() => onChange(value.filter((other) => other !== each))}
          >
            <X aria-hidden size={20} />
          </button>
        </div>
      ))}
      {draft && (
        <div className="flex flex-col gap-4 border-l-4 border-rule-strong pl-3">
          <PriorWorkFields value={draft} onChange={onDraft} components={components} mayAdd={mayAdd} />
          <div className="flex gap-3">
            <Button
              look="main"
              disabled={!isComplete(draft)}
              onClick={() => {
                onChange([...value, draft]);
                onDraft(null);
              }}
            >
              Add it
            </Button>
            <Button onClick={() => onDraft(null)}>Leave it</Button>
          </div>
        </div>
      )}
      {!draft && (
        <Button className="self-start" onClick={() => onDraft(NO_PRIOR_WORK)}>
          {value.length ? "Something else was done" : "Something was done to it lately"}
        </Button>
      )}
    </div>
  );
}
