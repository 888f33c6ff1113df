"use client";

import { useCallback } from "react";
import { readStored, useStored } from "@/features/shared/stored";
import type { TestDraft } from "./dialogs/test/test-draft";

/** A test that is under way on this machine, with the key under which it is sent: once, however often it is tried. */
export interface RunningTest {
  readonly procedure: string;
  readonly draft: TestDraft;
  readonly pending: { readonly key: string; readonly body: string } | null;
}

const nameOf = (jobId: string) => `running-test/${jobId}`;

/** The tests that run on this job, by procedure; kept through a reload, a sleeping phone and a lost connection. */
export function useRunningTests(jobId: string): {
  readonly running: readonly RunningTest[];
  /** Keeps a test as it is now, or with null lets it go. */
  readonly keep: (procedure: string, test: Omit<RunningTest, "procedure"> | null) => void;
} {
  const [text, set] = useStored(nameOf(jobId));
  const keep = useCallback(
    (procedure: string, test: Omit<RunningTest, "procedure"> | null) => {
      const others = parse(readStored(nameOf(jobId))).filter((each) => each.procedure !== procedure);
      const all = test ? [...others, { procedure, ...test }] : others;
      set(all.length ? JSON.stringify(all) : null);
    },
    [jobId, set],
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
