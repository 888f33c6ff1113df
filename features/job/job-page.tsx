"use client";

import { useCallback, useMemo, useState } from "react";
import type { PersonId } from "@/core/ids";
import type { Right } from "@/server/auth/rights";
import type { Site } from "@/server/db/sites";
import type { JobSheet } from "@/server/views/job-sheet";
import { BeenHere, ClosedRoads } from "./been-here";
import { Bypasses } from "./bypasses";
import { DoNext } from "./do-next";
import { EntryLineBar } from "./entry-line-bar";
import { IsItAFault } from "./is-it-a-fault";
import { JobDialogs } from "./dialogs";
import { JobPageProvider, type JobDialog } from "./job-context";
import { JobHead } from "./job-head";
import { JobKeys } from "./job-keys";
import { LiveJob } from "./live-job";
import { Questions } from "./questions";
import { Suspects } from "./suspects";
import { TrailList } from "./trail-list";
import { TrailMapView } from "./trail-map-view";

interface JobPageProps {
  readonly sheet: JobSheet;
  readonly site: Site;
  readonly rights: readonly Right[];
  readonly me: PersonId;
}

/** The job sheet: the map across, the trail below left, what to do and who is suspected right, the entry line at the foot. */
export function JobPage({ sheet, site, rights, me }: JobPageProps) {
  const [dialog, setDialog] = useState<JobDialog | null>(null);
  const close = useCallback(() => setDialog(null), []);
  const value = useMemo(() => ({ sheet, site, rights, me, open: setDialog, close }), [sheet, site, rights, me, close]);
  return (
    <JobPageProvider value={value}>
      <LiveJob jobId={sheet.job.id} version={sheet.job.version} />
      <JobKeys />
      <JobHead />
      {/* On a phone what to do comes first, then the roads, the trail, and who is suspected. */}
      <div className="grid pb-28 lg:grid-cols-[minmax(0,1fr)_29rem] lg:grid-rows-[auto_auto_1fr]">
        <div className="order-2 lg:order-none lg:col-span-2">
          <TrailMapView />
        </div>
        <div className="order-1 px-4 pb-3 sm:px-6 lg:order-none lg:col-start-2 lg:row-start-2 lg:pt-3">
          <Bypasses />
          <DoNext />
        </div>
        <div className="order-3 px-4 pt-3 sm:px-6 lg:order-none lg:col-start-1 lg:row-span-2 lg:row-start-2 lg:border-r lg:border-rule">
          <TrailList />
        </div>
        <div className="order-4 flex flex-col gap-6 px-4 pt-3 sm:px-6 lg:order-none lg:col-start-2 lg:row-start-3">
          <IsItAFault />
          <Questions />
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
