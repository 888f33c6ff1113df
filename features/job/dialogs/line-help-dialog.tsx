"use client";

import { Dialog } from "@/ui/dialog";
import { useJobPage } from "../job-context";

const LINES: readonly (readonly [typed: string, meaning: string])[] = [
  [
    "P0299 stored, P0401 pending 6m",
    "codes with their status (active, stored, pending, permanent, history), six minutes",
  ],
  ["low power, uphill, not hot", "a symptom, a condition, and one that does not hold"],
  ["148 320 km", "the odometer; mi for miles"],
  ["reproduced 2 of 4", "the complaint shows itself; also: sometimes, not reproduced"],
  ["cleared", "the codes were cleared"],
  ["rubbed on the clip 4m", "anything else is a note, word for word"],
];

const KEYS: readonly (readonly [key: string, meaning: string])[] = [
  ["/", "to the line"],
  ["Tab", "completes the last word"],
  ["Enter", "saves"],
  ["n", "starts what is next"],
  ["Esc", "closes a dialog"],
  ["?", "shows this"],
];

/** The grammar of the line, and the sheet's keys. */
export function LineHelpDialog() {
  const { close } = useJobPage();
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && close()}
      title="What the line understands"
      lead="Pieces stand between commas. What is not understood becomes a note; nothing is lost."
    >
      <Pairs pairs={LINES} />
      <h3 className="mt-6 text-lg">Keys</h3>
      <Pairs pairs={KEYS} />
    </Dialog>
  );
}

function Pairs({ pairs }: { readonly pairs: readonly (readonly [string, string])[] }) {
  return (
    <dl>
      {pairs.map(([term, meaning]) => (
        <div key={term} className="border-b border-rule py-2">
          <dt className="mono">{term}</dt>
          <dd className="text-ink-soft">{meaning}</dd>
        </div>
      ))}
    </dl>
  );
}
