"use client";

import { Suspense, useMemo } from "react";
import type { PersonId } from "@/core/ids";
import type { Right } from "@/server/auth/rights";
import type { Site } from "@/server/db/sites";
import type { JobSheet } from "@/server/views/job-sheet";
import { useShopWords } from "@/features/shared/shop-words";
import { BeenHere, ClosedRoads } from "./been-here";
import { Bypasses } from "./bypasses";
import { DoNext } from "./do-next";
import { EntryLineBar } from "./entry-line-bar";
import { Estimates } from "./estimates";
import { IsItAFault } from "./is-it-a-fault";
import { JobPageProvider } from "./job-context";
import { JobHead } from "./job-head";
import { JobKeys } from "./job-keys";
import { KnownFor } from "./known-for";
import { LateDialogs } from "./late-dialogs";
import { LiveJob } from "./live-job";
import { Questions } from "./questions";
import { Suspects } from "./suspects";
import { TrailList } from "./trail-list";
import { TrailMapView } from "./trail-map/trail-map-view";
import { useDialog } from "./use-dialog";

interface JobPageProps {
  readonly sheet: JobSheet;
  readonly site: Site;
  readonly rights: readonly Right[];
  readonly me: PersonId;
}

/**
 * The job sheet: the map with what to do beside it, so that neither pushes the other away; below the trail, who is suspected, and who has been
 * here before; the entry line at the foot. On a phone what to do comes first. Each part of it comes to life by itself (`Suspense`): what to do does
 * not wait for a long trail.
 */
export function JobPage({ sheet, site, rights, me }: JobPageProps) {
  const { dialog, open, close } = useDialog();
  const words = useShopWords(sheet.wordsVersion, sheet.words);
  const value = useMemo(
    () => ({ sheet: { ...sheet, words }, site, rights, me, open, close }),
    [sheet, words, site, rights, me, open, close],
  );
  return (
    <JobPageProvider value={value}>
      <LiveJob jobId={sheet.job.id} version={sheet.job.version} />
      <JobKeys />
      <JobHead />
      <div className="grid lg:grid-cols-[minmax(0,1fr)_24rem] lg:border-y lg:border-rule lg:bg-paper-2 xl:grid-cols-[minmax(0,1fr)_26rem]">
        <div className="order-2 min-w-0 lg:order-none">
          <Suspense>
            <TrailMapView />
          </Suspense>
        </div>
        <div className="order-1 flex flex-col lg:order-none">
          <Bypasses />
          <DoNext />
        </div>
      </div>
      <div className="grid gap-x-8 gap-y-6 px-4 pt-3 pb-36 sm:px-6 md:grid-cols-2 lg:pb-24 xl:grid-cols-[minmax(0,1.35fr)_minmax(0,1fr)_minmax(0,1fr)] print:block">
        <Suspense>
          <TrailList />
        </Suspense>
        <div className="flex min-w-0 flex-col gap-6">
          <Suspense>
            <IsItAFault />
          </Suspense>
          <Suspense>
            <Estimates />
          </Suspense>
          <Suspense>
            <Suspects />
          </Suspense>
          <Suspense>
            <Questions />
          </Suspense>
        </div>
        <div className="flex min-w-0 flex-col gap-6 md:col-span-2 xl:col-span-1">
          <Suspense>
            <KnownFor />
          </Suspense>
          <Suspense>
            <BeenHere />
          </Suspense>
          <Suspense>
            <ClosedRoads />
          </Suspense>
        </div>
      </div>
      {!sheet.facts.closed && <EntryLineBar />}
      <LateDialogs dialog={dialog} />
    </JobPageProvider>
  );
}
