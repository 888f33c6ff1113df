"use client";

import { useCallback, useEffect, useState, type ComponentType } from "react";

/** Once the page stands what may be wanted later is fetched: who wants it may be out of reach by then. */
const FETCH_AFTER_MS = 1500;

interface Late<Props> {
  /** null until it is there. */
  readonly Part: ComponentType<Props> | null;
  /** It could not be had: no connection. */
  readonly failed: boolean;
  /** Asks for it now, or once more. */
  readonly fetch: () => void;
}

/**
 * A part of a page whose code does not stand in the way of the page: it comes when it is wanted, and at the latest when the page has stood for a
 * while.
 * @param load the same function at every drawing
 * @param wanted whether it is wanted at once
 */
export function useLate<Props>(load: () => Promise<ComponentType<Props>>, wanted = false): Late<Props> {
  const [Part, setPart] = useState<ComponentType<Props> | null>(null);
  const [failed, setFailed] = useState(false);
  const fetch = useCallback(() => {
    setFailed(false);
    load().then(
      (part) => setPart(() => part),
      () => setFailed(true),
    );
  }, [load]);
  useEffect(() => {
    const timer = setTimeout(fetch, wanted ? 0 : FETCH_AFTER_MS);
    return () => clearTimeout(timer);
  }, [fetch, wanted]);
  return { Part, failed, fetch };
}
