"use client";

import { useRouter } from "next/navigation";
import { createContext, use, useCallback, useEffect, useState, type ReactNode } from "react";
import type { WorkAnswer } from "@/server/api/long-work";

const ASK_EVERY_MS = 600;

/** The work, and how to say that more of it was asked for. */
type Followed = readonly [works: readonly WorkAnswer[], follow: () => void];

const FollowedWork = createContext<Followed | null>(null);

/**
 * Follows the shop's long work for all that is in it, for as long as any of it is under way.
 * @param first as the page was drawn
 */
export function LongWork({ first, children }: { readonly first: readonly WorkAnswer[]; readonly children: ReactNode }) {
  return <FollowedWork value={useFollowed(first)}>{children}</FollowedWork>;
}

/** Long work of the shop, as it is followed around here. */
export function useLongWork(): Followed {
  const followed = use(FollowedWork);
  if (!followed) throw new Error("useLongWork: no LongWork around it");
  return followed;
}

function useFollowed(first: readonly WorkAnswer[]): Followed {
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
