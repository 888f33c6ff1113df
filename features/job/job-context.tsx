"use client";

import { createContext, useContext } from "react";
import type { Cause } from "@/core/book";
import type { PersonId } from "@/core/ids";
import type { ProofStep } from "@/core/proof";
import type { JobSheet } from "@/server/views/job-sheet";
import type { Right } from "@/server/auth/rights";
import type { Site } from "@/server/db/sites";

/** The one dialog that can be open over a job sheet. */
export type JobDialog =
  | { readonly kind: "test"; readonly procedure: string }
  | { readonly kind: "check" }
  | { readonly kind: "other-ways" }
  | { readonly kind: "part"; readonly cause: Cause | null }
  | { readonly kind: "part-result"; readonly partSeq: number }
  | { readonly kind: "check-off"; readonly partSeq: number }
  | { readonly kind: "repair-options"; readonly cause: Cause }
  | { readonly kind: "estimate" }
  | { readonly kind: "symptoms" }
  | { readonly kind: "scan" }
  | { readonly kind: "confirm" }
  | { readonly kind: "watch" }
  | { readonly kind: "clear" }
  | { readonly kind: "prior-work" }
  | { readonly kind: "bypass" }
  | { readonly kind: "line-help" }
  | { readonly kind: "suspect" }
  | { readonly kind: "proof"; readonly step: ProofStep }
  | { readonly kind: "finding"; readonly designed?: number }
  | { readonly kind: "close" }
  | { readonly kind: "reopen" }
  | { readonly kind: "hand-over" }
  | { readonly kind: "waiting" }
  | { readonly kind: "second-look" }
  | { readonly kind: "follow-up-day" }
  | { readonly kind: "comeback" }
  | { readonly kind: "withdraw"; readonly seq: number };

export interface JobPageValue {
  readonly sheet: JobSheet;
  readonly site: Site;
  readonly rights: readonly Right[];
  /** Who looks at it. */
  readonly me: PersonId;
  readonly open: (dialog: JobDialog) => void;
  readonly close: (saved?: boolean) => void;
}

const JobPageContext = createContext<JobPageValue | null>(null);
export const JobPageProvider = JobPageContext.Provider;

/** The job sheet that a component stands on. @throws Error outside of one */
export function useJobPage(): JobPageValue {
  const value = useContext(JobPageContext);
  if (!value) throw new Error("useJobPage: stands outside of a job sheet");
  return value;
}

export function useMay(right: Right): boolean {
  return useJobPage().rights.includes(right);
}
