"use client";

import { useState } from "react";
import type { EntryView } from "@/server/views/trail";
import { useStored } from "@/features/shared/stored";
import { Section } from "@/ui/section";
import { TrailEntry } from "./trail-entry";
import { useWholeTrail } from "./whole-trail";

/** What one may want to see of a trail alone. */
const SHOWN: readonly {
  readonly value: string;
  readonly label: string;
  readonly kinds: readonly EntryView["kind"][];
}[] = [
  { value: "all", label: "all", kinds: [] },
  { value: "tests", label: "tests", kinds: ["test", "scan", "cleared"] },
  {
    value: "repairs",
    label: "repairs",
    kinds: ["part", "part-result", "bypass", "bypass-removed", "proof", "second-look", "finding"],
  },
  {
    value: "told",
    label: "told",
    kinds: ["opened", "symptoms", "confirmed", "watch", "waiting", "prior-work", "odometer", "note", "handed"],
  },
  { value: "open", label: "open", kinds: [] },
];
/** So many entries can be looked over at once; of a longer trail the older ones are folded. */
const MOST_AT_ONCE = 30;

/** The dated record, entry after entry; what was taken back stays, struck. */
export function TrailList() {
  const { entries, missing, fetchMissing, failed } = useWholeTrail();
  // A way of looking that somebody chose is kept on this machine: the next job is shown in the same way.
  const [shown, setShown] = useStored("trail-shown");
  const [order, setOrder] = useStored("trail-order");
  const [whole, setWhole] = useState(false);
  const kinds = SHOWN.find(({ value }) => value === shown)?.kinds ?? [];
  const chosen = entries.filter(({ kind, isOpen }) =>
    shown === "open" ? isOpen : !kinds.length || kinds.includes(kind),
  );
  const folded = whole ? 0 : Math.max(0, chosen.length - MOST_AT_ONCE);
  const latest = chosen.slice(folded);
  const showAll = () => {
    setWhole(true);
    if (missing) fetchMissing();
  };
  const earlier = folded + missing > 0 && (
    <Earlier
      count={folded + missing}
      isOfAll={(shown ?? "all") !== "all" && missing > 0}
      failed={failed}
      onShow={showAll}
    />
  );
  return (
    <Section
      title="Trail"
      aside={
        <span className="no-print flex flex-wrap items-center gap-x-1">
          <span role="group" aria-label="Show of the trail" className="flex">
            {SHOWN.map(({ value, label }) => (
              <Toggle key={value} label={label} isOn={(shown ?? "all") === value} onPress={() => setShown(value)} />
            ))}
          </span>
          <Toggle
            label={order === "first" ? "newest first" : "newest last"}
            isOn={false}
            onPress={() => setOrder(order === "first" ? "last" : "first")}
          />
        </span>
      }
    >
      {order !== "first" && earlier}
      {chosen.length === 0 && (
        <p className="py-2 text-ink-soft">
          {shown === "open" ? "Nothing on it is open." : "Nothing of this kind yet."}
        </p>
      )}
      <ol>
        {(order === "first" ? latest.toReversed() : latest).map((entry) => (
          <TrailEntry key={entry.seq} entry={entry} />
        ))}
      </ol>
      {order === "first" && earlier}
    </Section>
  );
}

interface EarlierProps {
  readonly count: number;
  /** It counts entries of every kind, of which some are of the kind that is shown. */
  readonly isOfAll: boolean;
  readonly failed: boolean;
  readonly onShow: () => void;
}

function Earlier({ count, isOfAll, failed, onShow }: EarlierProps) {
  const words = count === 1 ? "One earlier entry" : `${count} earlier entries`;
  return (
    <div className="no-print">
      <button
        type="button"
        onClick={onShow}
        className="min-h-11 underline decoration-rule-strong underline-offset-4 hover:decoration-ink"
      >
        {isOfAll ? `${words} of every kind` : words}
      </button>
      {failed && <p role="alert">They could not be fetched: no connection. Press again when it is back.</p>}
    </div>
  );
}

interface ToggleProps {
  readonly label: string;
  readonly isOn: boolean;
  readonly onPress: () => void;
}

function Toggle({ label, isOn, onPress }: ToggleProps) {
  return (
    <button
      type="button"
      aria-pressed={isOn}
      onClick={onPress}
      className="-my-2 min-h-11 min-w-11 px-1.5 text-sm text-ink-soft underline-offset-4 hover:text-ink aria-pressed:font-semibold aria-pressed:text-ink aria-pressed:underline"
    >
      {label}
    </button>
  );
}
