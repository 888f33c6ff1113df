"use client";

import { useRouter } from "next/navigation";
import { useEffect } from "react";

/** Follows the job: a colleague's change shows without a reload, and what is being typed stays. */
export function LiveJob({ jobId, version }: { readonly jobId: string; readonly version: number }) {
  const router = useRouter();
  useEffect(() => {
    const source = new EventSource(`/api/v1/jobs/${jobId}/live`);
    source.onmessage = ({ data }) => {
      if (Number(data) > version) router.refresh();
    };
    source.addEventListener("files", () => router.refresh());
    return () => source.close();
  }, [jobId, version, router]);
  return null;
}
