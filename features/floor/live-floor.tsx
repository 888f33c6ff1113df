"use client";

import { useRouter } from "next/navigation";
import { useEffect } from "react";
import { hearJobChanges } from "@/features/shared/live-jobs";

/** A floor that changes all the time is drawn anew so often at most. */
const PAUSE_MS = 1500;
/** And so often where what changed stands on another page: it may have moved to this one. */
const LONG_PAUSE_MS = 15_000;

interface LiveFloorProps {
  /** Of each job that is shown. */
  readonly versions: Readonly<Record<string, number>>;
  /** Whether all open jobs are shown. */
  readonly isWhole: boolean;
}

/** Follows the shop: whatever changes on a job shows on the floor without a reload. */
export function LiveFloor({ versions, isWhole }: LiveFloorProps) {
  const router = useRouter();
  useEffect(() => {
    let waiting: { readonly timer: ReturnType<typeof setTimeout>; readonly ms: number } | null = null;
    const refreshIn = (ms: number) => {
      if (waiting && waiting.ms <= ms) return;
      clearTimeout(waiting?.timer);
      const timer = setTimeout(() => {
        waiting = null;
        router.refresh();
      }, ms);
      waiting = { timer, ms };
    };
    const stop = hearJobChanges(({ jobId, version }, wasKnown) => {
      if (versions[jobId] === version || (wasKnown && !(jobId in versions))) return;
      refreshIn(isWhole || jobId in versions ? PAUSE_MS : LONG_PAUSE_MS);
    });
    return () => {
      stop();
      clearTimeout(waiting?.timer);
    };
  }, [versions, isWhole, router]);
  return null;
}
