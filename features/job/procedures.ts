"use client";

import { useEffect, useState } from "react";
import type { FindableProcedure } from "@/server/views/procedures";
import { useJobPage } from "./job-context";

interface Loaded {
  readonly version: string;
  readonly procedures: Promise<readonly FindableProcedure[]>;
}

let loaded: Loaded | null = null;

/** The book's procedures: fetched once for each version of them, after a lost connection once more. */
export function fetchProcedures(version: string): Promise<readonly FindableProcedure[]> {
  if (loaded?.version !== version) {
    const procedures = fetch("/api/v1/procedures").then(async (response) => {
      if (!response.ok) throw new Error(`procedures: ${response.status}`);
      const answer: { readonly procedures: readonly FindableProcedure[] } = await response.json();
      return answer.procedures;
    });
    loaded = { version, procedures };
    procedures.catch(() => {
      if (loaded?.procedures === procedures) loaded = null;
    });
  }
  return loaded.procedures;
}

interface Procedures {
  /** null while they are on their way. */
  readonly procedures: readonly FindableProcedure[] | null;
  readonly failed: boolean;
  readonly tryAgain: () => void;
}

/** The procedures that this job may use. */
export function useProcedures(): Procedures {
  const { proceduresVersion: version } = useJobPage().sheet;
  const [procedures, setProcedures] = useState<readonly FindableProcedure[] | null>(null);
  const [failed, setFailed] = useState(false);
  const [tries, setTries] = useState(0);
  useEffect(() => {
    let over = false;
    fetchProcedures(version).then(
      (all) => !over && setProcedures(all),
      () => !over && setFailed(true),
    );
    return () => {
      over = true;
    };
  }, [version, tries]);
  return {
    procedures,
    failed: failed && procedures === null,
    tryAgain: () => {
      setFailed(false);
      setTries(tries + 1);
    },
  };
}
