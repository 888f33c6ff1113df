"use client";

import { useCallback, useMemo, useState } from "react";
import type { Right } from "@/server/auth/rights";
import type { Site } from "@/server/db/sites";
import type { JobSheet } from "@/server/views/job-sheet";
import { BeenHere, ClosedRoads } from "./been-here";
import { DoNext } from "./do-next";
import { EntryLineBar } from "./entry-line-bar";
import { JobDialogs } from "./dialogs";
import { JobPageProvider, type JobDialog } from "./job-context";
import { JobHead } from "./job-head";
import { JobKeys } from "./job-keys";
import { LiveJob } from "./live-job";
import { Suspects } from "./suspects";
import { TrailList } from "./trail-list";
import { TrailMapView } from "./trail-map-view";

interface JobPageProps {
  readonly sheet: JobSheet;
  readonly site: Site;
  readonly rights: readonly Right[];
}

/** The job sheet: the map across, the trail below left, what to do and who is suspected right, the entry line at the foot. */
export function JobPage({ sheet, site, rights }: JobPageProps) {
  const [dialog, setDialog] = useState<JobDialog | null>(null);
  const close = useCallback(() => setDialog(null), []);
  const value = useMemo(() => ({ sheet, site, rights, open: setDialog, close }), [sheet, site, rights, close]);
  return (
    <JobPageProvider value={value}>
      <LiveJob jobId={sheet.job.id} version={sheet.job.version} />
      <JobKeys />
      <JobHead />
      <TrailMapView />
      <div className="grid gap-x-8 px-4 pb-28 sm:px-6 lg:grid-cols-[minmax(0,1fr)_27rem]">
        <div className="order-2 lg:order-1 lg:border-r lg:border-rule lg:pr-8">
          <TrailList />
        </div>
        <div className="order-1 flex flex-col gap-6 pt-3 lg:order-2">
          <DoNext />
          <Suspects />
          <BeenHere />
          <ClosedRoads />
        </div>
      </div>
      {!sheet.facts.closed && <EntryLineBar />}
      {dialog && <JobDialogs dialog={dialog} />}
    </JobPageProvider>
  );
}
