"use client";

import { useRouter } from "next/navigation";
import { useCallback, useEffect, useState } from "react";
import type { WorkAnswer } from "@/server/api/long-work";

const ASK_EVERY_MS = 600;

/**
 * Long work of the shop, followed for as long as any of it is under way.
 * @param first as the page was drawn
 * @returns the work, and how to say that more of it was asked for
 */
export function useLongWork(first: readonly WorkAnswer[]): readonly [readonly WorkAnswer[], () => void] {
  const router = useRouter();
  const [works, setWorks] = useState(first);
  const [asked, setAsked] = useState(0);
  const isUnderWay = works.some(({ endedAt }) => endedAt === null);
  useEffect(() => {
    if (!isUnderWay && asked === 0) return;
    let isGone = false;
    const timer = setInterval(() => void follow(), ASK_EVERY_MS);
    const follow = async () => {
      const now = await askForWork();
      if (isGone || !now) return;
      setWorks(now);
      if (now.some(({ endedAt }) => endedAt === null)) return;
      setAsked(0);
      // What it brought stands on the page as well.
      router.refresh();
    };
    void follow();
    return () => {
      isGone = true;
      clearInterval(timer);
    };
  }, [isUnderWay, asked, router]);
  return [works, useCallback(() => setAsked((before) => before + 1), [])];
}

/** The shop's long work; null where there is no connection just now: the next time there may be one. */
async function askForWork(): Promise<readonly WorkAnswer[] | null> {
  const response = await fetch("/api/v1/long-work").catch(() => null);
  return response?.ok ? response.json() : null;
}
