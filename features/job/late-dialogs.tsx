"use client";

import { useEffect, useState, type ComponentType } from "react";
import { useJobPage, type JobDialog } from "./job-context";
import { NoConnection } from "./no-connection";
import { fetchProcedures } from "./procedures";

type Dialogs = ComponentType<{ readonly dialog: JobDialog }>;

let loading: Promise<Dialogs> | null = null;

/** The dialogs' code, asked for once; after a lost connection once more. */
function loadDialogs(): Promise<Dialogs> {
  loading ??= import("./dialogs").then(
    ({ JobDialogs }) => JobDialogs,
    (error) => {
      loading = null;
      throw error;
    },
  );
  return loading;
}

/** When the sheet has been drawn, its dialogs are fetched: a technician may be out of reach by the time that one is opened. */
const FETCH_AFTER_MS = 1500;

/**
 * The dialog that is open over the sheet. Its code does not stand in the way of the sheet itself; where it cannot be had, that is said, and the
 * sheet stays.
 */
export function LateDialogs({ dialog }: { readonly dialog: JobDialog | null }) {
  const {
    close,
    sheet: { proceduresVersion },
  } = useJobPage();
  const [Dialogs, setDialogs] = useState<Dialogs | null>(null);
  const [tries, setTries] = useState(0);
  const [failed, setFailed] = useState(false);
  const isWanted = dialog !== null;
  useEffect(() => {
    let over = false;
    const fetch = () =>
      loadDialogs().then(
        (loaded) => !over && setDialogs(() => loaded),
        () => !over && setFailed(true),
      );
    const both = () => {
      void fetch();
      // Where they cannot be had, whoever opens a test hears of it.
      fetchProcedures(proceduresVersion).catch(() => undefined);
    };
    const timer = setTimeout(both, isWanted ? 0 : FETCH_AFTER_MS);
    return () => {
      over = true;
      clearTimeout(timer);
    };
  }, [isWanted, tries, proceduresVersion]);
  if (!dialog) return null;
  if (Dialogs) return <Dialogs dialog={dialog} />;
  if (!failed) return null;
  return (
    <NoConnection
      onClose={() => close()}
      onTryAgain={() => {
        setFailed(false);
        setTries(tries + 1);
      }}
    />
  );
}
