"use client";

import { useCallback, useSyncExternalStore } from "react";
import type { TestDraft } from "./dialogs/test/test-draft";

/** A test that is under way on this machine, with the key under which it is sent: once, however often it is tried. */
export interface RunningTest {
  readonly procedure: string;
  readonly draft: TestDraft;
  readonly pending: { readonly key: string; readonly body: string } | null;
}

const place = (jobId: string) => `dead-ends/running-test/${jobId}`;
const CHANGED = "dead-ends/running-test";

function read(jobId: string): string | null {
  try {
    return window.localStorage.getItem(place(jobId));
  } catch {
    // A browser that keeps nothing: the test lives as long as the page.
    return null;
  }
}

/** The tests that run on this job, by procedure; kept through a reload, a sleeping phone and a lost connection. */
export function useRunningTests(jobId: string): {
  readonly running: readonly RunningTest[];
  /** Keeps a test as it is now, or with null lets it go. */
  readonly keep: (procedure: string, test: Omit<RunningTest, "procedure"> | null) => void;
} {
  const subscribe = useCallback((changed: () => void) => {
    window.addEventListener("storage", changed);
    window.addEventListener(CHANGED, changed);
    return () => {
      window.removeEventListener("storage", changed);
      window.removeEventListener(CHANGED, changed);
    };
  }, []);
  const text = useSyncExternalStore(
    subscribe,
    () => read(jobId),
    () => null,
  );
  const keep = useCallback(
    (procedure: string, test: Omit<RunningTest, "procedure"> | null) => {
      const others = parse(read(jobId)).filter((each) => each.procedure !== procedure);
      const all = test ? [...others, { procedure, ...test }] : others;
      try {
        if (all.length) window.localStorage.setItem(place(jobId), JSON.stringify(all));
        else window.localStorage.removeItem(place(jobId));
      } catch {
        // See above.
      }
      window.dispatchEvent(new Event(CHANGED));
    },
    [jobId],
  );
  return { running: parse(text), keep };
}

function parse(text: string | null): readonly RunningTest[] {
  if (!text) return [];
  try {
    const list: RunningTest[] = JSON.parse(text);
    return list.filter(
      (each) =>
        typeof each.procedure === "string" && Array.isArray(each.draft?.rows) && each.draft.swap && each.draft.feed,
    );
  } catch {
    return [];
  }
}
