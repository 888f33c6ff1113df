"use client";

import { HOW_WORDS } from "@/core/entries";
import { useEffect } from "react";
import { HOWS, type Companion, type RepairWork } from "@/core/repair";
import { upperFirst } from "@/core/words";
import { ChooseOne } from "@/ui/choices";
import { Field, TextInput } from "@/ui/form";
import { Unfold } from "@/ui/unfold";
import { useRepairKnown } from "../use-repair-known";
import { CompanionFields } from "./companion-fields";
import { RevisionFields } from "./revision-fields";
import { ValueFields } from "./value-fields";

/** The cause whose companions of the book were put in, and which those were. */
export interface PutIn {
  readonly cause: string;
  readonly whats: readonly string[];
}

interface WorkFieldsProps {
  readonly component: string;
  readonly failure: string;
  readonly place: string;
  readonly work: RepairWork;
  readonly onChange: (work: Partial<RepairWork>) => void;
  readonly putIn: PutIn;
  readonly onPutIn: (putIn: PutIn, work: Partial<RepairWork>) => void;
}

/** How the repair is done, what goes with it, and what of it will be asked for later. */
export function WorkFields(props: WorkFieldsProps) {
  const { component, failure, place, work, onChange } = props;
  const { known, isThere } = useRepairKnown(component, failure);
  usePutIn(props, isThere ? (known.sheet?.companions ?? []) : null);
  return (
    <>
      <div>
        <p className="mb-2 font-medium">What was done</p>
        <ChooseOne
          label="What was done"
          value={work.how}
          onChange={(how) => onChange({ how: HOWS.find((each) => each === how) ?? "fitted" })}
          choices={HOWS.map((how) => ({ value: how, label: upperFirst(HOW_WORDS[how]) }))}
        />
      </div>
      {component && (
        <CompanionFields
          known={[...(known.sheet?.companions ?? []), ...known.earlier]}
          checkOffs={work.checkOffs}
          onChange={(checkOffs) => onChange({ checkOffs })}
        />
      )}
      <RevisionFields component={component} place={place} work={work} mixing={known.mixing} onChange={onChange} />
      <Unfold title="Serial numbers, coding, improved part, old part" small>
        <div className="flex flex-col gap-4 py-2">
          <ValueFields values={work.values} onChange={(values) => onChange({ values })} />
          <Field name="work.improved" label="Improved part" hint="the mark by which it is known">
            <TextInput
              value={work.improved ?? ""}
              maxLength={120}
              onChange={(event) => onChange({ improved: event.target.value || null })}
            />
          </Field>
          <label className="flex min-h-11 items-center gap-3">
            <input
              type="checkbox"
              checked={work.oldPartKept}
              onChange={(event) => onChange({ oldPartKept: event.target.checked })}
              className="size-6 accent-ink"
            />
            The old part is kept
          </label>
        </div>
      </Unfold>
    </>
  );
}

/** What the book puts beside this repair is open from the start; what it put beside another one that was chosen first goes again. */
function usePutIn({ component, failure, work, putIn, onPutIn }: WorkFieldsProps, book: readonly Companion[] | null) {
  const cause = `${component}/${failure}`;
  const due = book !== null && putIn.cause !== cause ? book : null;
  useEffect(() => {
    if (!due) return;
    const kept = work.checkOffs.filter(({ what, done }) => done || !putIn.whats.includes(what));
    const own = new Set(kept.map(({ what }) => what));
    const fresh = due.filter(({ what }) => !own.has(what)).map((each) => ({ ...each, done: false }));
    onPutIn({ cause, whats: fresh.map(({ what }) => what) }, { checkOffs: [...fresh, ...kept] });
  });
}

/** What is sent of it: rows that nobody filled in are left out. */
export function workToSend(work: RepairWork): Omit<RepairWork, "mixing"> {
  const { how, revision, values, oldPartKept, improved, judgement, cures, checkOffs, beside } = work;
  return {
    how,
    revision,
    oldPartKept,
    improved,
    judgement,
    cures,
    checkOffs,
    values: values.filter(({ name, value }) => name.trim() && value.trim()),
    beside: beside.filter((each) => each.place.trim() && each.revision.trim()),
  };
}
