"use client";

import { useRouter } from "next/navigation";
import { useEffect } from "react";
import { hearJobChanges } from "@/features/shared/live-jobs";

/** A floor that changes all the time is drawn anew so often at most. */
const PAUSE_MS = 1500;

/** Follows the shop: whatever changes on a job shows on the floor without a reload. */
export function LiveFloor({ versions }: { readonly versions: Readonly<Record<string, number>> }) {
  const router = useRouter();
  useEffect(() => {
    let waiting: ReturnType<typeof setTimeout> | null = null;
    const stop = hearJobChanges(({ jobId, version }, wasKnown) => {
      if (waiting || versions[jobId] === version || (wasKnown && !(jobId in versions))) return;
      waiting = setTimeout(() => {
        waiting = null;
        router.refresh();
      }, PAUSE_MS);
    });
    return () => {
      stop();
      if (waiting) clearTimeout(waiting);
    };
  }, [versions, router]);
  return null;
}
