"use client";

import { useRouter } from "next/navigation";
import { useEffect, useRef } from "react";
import { hearJobChanges } from "@/features/shared/live-jobs";

/** What this page saved itself it reads anew itself: a change that is heard of is read after so long, where it is not there by then. */
const SOON_MS = 400;
/** A reading that a change of address ended is begun again after so long. */
const AGAIN_MS = 1500;

/** Follows the job: a colleague's change shows without a reload, and what is being typed stays. */
export function LiveJob({ jobId, version }: { readonly jobId: string; readonly version: number }) {
  const router = useRouter();
  const heard = useRef(0);
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | null = null;
    const look = () => {
      if (heard.current <= version) return;
      router.refresh();
      timer = setTimeout(look, AGAIN_MS);
    };
    const lookSoon = () => {
      timer ??= setTimeout(look, SOON_MS);
    };
    if (heard.current > version) lookSoon();
    const stop = hearJobChanges((change) => {
      if (change.jobId !== jobId) return;
      heard.current = Math.max(heard.current, change.version);
      if (change.files) router.refresh();
      else if (change.version > version) lookSoon();
    });
    return () => {
      stop();
      if (timer) clearTimeout(timer);
    };
  }, [jobId, version, router]);
  return null;
}
