"use client";

import { useEffect } from "react";
import { useLate } from "@/ui/use-late";
import { useJobPage, type JobDialog } from "./job-context";
import { NoConnection } from "./no-connection";
import { fetchProcedures } from "./procedures";

const loadDialogs = () => import("./dialogs").then(({ JobDialogs }) => JobDialogs);

/**
 * The dialog that is open over the sheet. Its code does not stand in the way of the sheet itself; where it cannot be had, that is said, and the
 * sheet stays.
 */
export function LateDialogs({ dialog }: { readonly dialog: JobDialog | null }) {
  const {
    close,
    sheet: { proceduresVersion },
  } = useJobPage();
  const { Part: Dialogs, failed, fetch } = useLate(loadDialogs, dialog !== null);
  const isThere = Dialogs !== null;
  useEffect(() => {
    // Where they cannot be had, whoever opens a test hears of it.
    if (isThere) fetchProcedures(proceduresVersion).catch(() => undefined);
  }, [isThere, proceduresVersion]);
  if (!dialog) return null;
  if (Dialogs) return <Dialogs dialog={dialog} />;
  return failed ? <NoConnection onClose={() => close()} onTryAgain={fetch} /> : null;
}
