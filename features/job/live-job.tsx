"use client";

import { useRouter } from "next/navigation";
import { useEffect, useRef } from "react";
import { hearJobChanges } from "@/features/shared/live-jobs";

/** A reading that a change of address ended is begun again after so long. */
const AGAIN_MS = 1500;

/** Follows the job: a colleague's change shows without a reload, and what is being typed stays. */
export function LiveJob({ jobId, version }: { readonly jobId: string; readonly version: number }) {
  const router = useRouter();
  const heard = useRef(0);
  useEffect(() => {
    const stop = hearJobChanges((change) => {
      if (change.jobId !== jobId || (!change.files && change.version <= version)) return;
      heard.current = Math.max(heard.current, change.version);
      router.refresh();
    });
    const again = setInterval(() => {
      if (heard.current > version) router.refresh();
    }, AGAIN_MS);
    return () => {
      stop();
      clearInterval(again);
    };
  }, [jobId, version, router]);
  return null;
}
