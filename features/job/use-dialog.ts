"use client";

import { usePathname, useSearchParams } from "next/navigation";
import { useCallback, useEffect, useMemo, useRef } from "react";
import { addressOfDialog, dialogAt } from "./dialog-address";
import type { JobDialog } from "./job-context";

/** Under which name the open dialog stands in the address. */
const NAME = "open";

/**
 * The dialog that is open over the sheet. It has an address: Back closes it, a reload opens it again. Where the focus was it returns to, when it
 * closes.
 */
export function useDialog(): {
  readonly dialog: JobDialog | null;
  readonly open: (dialog: JobDialog) => void;
  /** `saved`: what the sheet shows has changed with it. */
  readonly close: (saved?: boolean) => void;
} {
  const path = usePathname();
  const address = useSearchParams().get(NAME);
  const dialog = useMemo(() => dialogAt(address), [address]);
  const opened = useRef(false);
  /** A step of the history that a saved form left behind: the next dialog takes its place. */
  const leftOver = useRef(false);
  const focusBefore = useRef<Element | null>(null);
  const isOpen = dialog !== null;
  useEffect(() => {
    if (isOpen) return;
    opened.current = false;
    const before = focusBefore.current;
    focusBefore.current = null;
    if (before instanceof HTMLElement && before.isConnected) before.focus();
  }, [isOpen]);
  useEffect(() => {
    const onBack = () => {
      leftOver.current = false;
    };
    window.addEventListener("popstate", onBack);
    return () => window.removeEventListener("popstate", onBack);
  }, []);
  const open = useCallback(
    (next: JobDialog) => {
      const url = `${path}?${NAME}=${addressOfDialog(next)}`;
      if (!opened.current) focusBefore.current = document.activeElement;
      // One dialog after another is one step back.
      if (opened.current || leftOver.current) window.history.replaceState(null, "", url);
      else window.history.pushState(null, "", url);
      opened.current = true;
      leftOver.current = false;
    },
    [path],
  );
  const close = useCallback(
    (saved = false) => {
      if (!isOpen) return;
      // Going back would show the sheet as it was before it was saved.
      if (opened.current && !saved) return window.history.back();
      leftOver.current = opened.current;
      window.history.replaceState(null, "", path);
    },
    [path, isOpen],
  );
  return { dialog, open, close };
}
