"use client";

import { useVersioned, Versioned } from "@/features/shared/versioned";
import type { FindableProcedure } from "@/server/views/procedures";
import { useJobPage } from "./job-context";

interface Answer {
  readonly procedures: readonly FindableProcedure[];
}

const book = new Versioned<Answer>("/api/v1/procedures");

/** The book's procedures. */
export const fetchProcedures = async (version: string): Promise<readonly FindableProcedure[]> =>
  (await book.fetch(version)).procedures;

interface Procedures {
  /** null while they are on their way. */
  readonly procedures: readonly FindableProcedure[] | null;
  readonly failed: boolean;
  readonly tryAgain: () => void;
}

/** The procedures that this job may use. */
export function useProcedures(): Procedures {
  const { value, failed, tryAgain } = useVersioned(book, useJobPage().sheet.proceduresVersion);
  return { procedures: value && value.procedures, failed, tryAgain };
}
