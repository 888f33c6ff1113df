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
  readonly close: () => void;
} {
  const path = usePathname();
  const address = useSearchParams().get(NAME);
  const dialog = useMemo(() => dialogAt(address), [address]);
  const opened = useRef(false);
  const focusBefore = useRef<Element | null>(null);
  const isOpen = dialog !== null;
  useEffect(() => {
    if (isOpen) return;
    opened.current = false;
    const before = focusBefore.current;
    focusBefore.current = null;
    if (before instanceof HTMLElement && before.isConnected) before.focus();
  }, [isOpen]);
  const open = useCallback(
    (next: JobDialog) => {
      const url = `${path}?${NAME}=${addressOfDialog(next)}`;
      // One dialog after another is one step back.
      if (opened.current) window.history.replaceState(null, "", url);
      else {
        focusBefore.current = document.activeElement;
        window.history.pushState(null, "", url);
      }
      opened.current = true;
    },
    [path],
  );
  const close = useCallback(() => {
    if (opened.current) window.history.back();
    else window.history.replaceState(null, "", path);
  }, [path]);
  return { dialog, open, close };
}
