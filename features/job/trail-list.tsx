"use client";

import { Section } from "@/ui/section";
import { useJobPage } from "./job-context";
import { TrailEntry } from "./trail-entry";

/** The dated record, entry after entry; what was taken back stays, struck. */
export function TrailList() {
  const { sheet } = useJobPage();
  return (
    <Section title="Trail" aside="minutes spent · newest below">
      <ol>
        {sheet.trail.map((entry) => (
          <TrailEntry key={entry.seq} entry={entry} />
        ))}
      </ol>
    </Section>
  );
}
