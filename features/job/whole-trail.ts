"use client";

import { useCallback, useEffect, useState } from "react";
import type { EntryView } from "@/server/views/trail";
import { useJobPage } from "./job-context";

type Sent = Omit<EntryView, "at"> & { readonly at: string };

interface WholeTrail {
  readonly entries: readonly EntryView[];
  /** Entries that are not here yet. */
  readonly missing: number;
  readonly fetchMissing: () => void;
  /** They could not be fetched. */
  readonly failed: boolean;
}

/** The trail as far as it is here: the latest entries come with the sheet, the earlier ones of a long trail when they are asked for. */
export function useWholeTrail(): WholeTrail {
  const { trail, earlierEntries, job } = useJobPage().sheet;
  const [earlier, setEarlier] = useState<readonly EntryView[]>([]);
  const [failed, setFailed] = useState(false);
  const first = trail[0]?.seq ?? 0;
  const before = earlier.filter(({ seq }) => seq < first);
  const [asked, setAsked] = useState(0);
  useEffect(() => {
    if (!asked) return;
    let over = false;
    fetchTrail(job.id).then(
      (all) => !over && setEarlier(all),
      () => !over && setFailed(true),
    );
    return () => {
      over = true;
    };
    // An earlier entry may be taken back: with each version of the job they are another trail.
  }, [job.id, job.version, asked]);
  const fetchMissing = useCallback(() => {
    setFailed(false);
    setAsked((before) => before + 1);
  }, []);
  return { entries: [...before, ...trail], missing: earlierEntries - before.length, fetchMissing, failed };
}

async function fetchTrail(jobId: string): Promise<readonly EntryView[]> {
  const response = await fetch(`/api/v1/jobs/${jobId}/trail`);
  if (!response.ok) throw new Error(`trail: ${response.status}`);
  const { entries }: { readonly entries: readonly Sent[] } = await response.json();
  return entries.map((entry) => ({ ...entry, at: new Date(entry.at) }));
}
