"use client";

import { useCallback, useSyncExternalStore } from "react";

/** What this browser keeps for the product. Where it keeps nothing, or is full, everything works all the same and is forgotten with the page. */
const PREFIX = "dead-ends/";
const CHANGED = "dead-ends/stored";

/** The text that is kept under a name, or null. */
export function readStored(name: string): string | null {
  try {
    return window.localStorage.getItem(PREFIX + name);
  } catch {
    return null;
  }
}

/** Keeps a text under a name, or with null lets it go. */
export function writeStored(name: string, text: string | null): void {
  try {
    if (text === null) window.localStorage.removeItem(PREFIX + name);
    else window.localStorage.setItem(PREFIX + name, text);
  } catch {
    // See above.
  }
  window.dispatchEvent(new Event(CHANGED));
}

function subscribe(changed: () => void): () => void {
  window.addEventListener("storage", changed);
  window.addEventListener(CHANGED, changed);
  return () => {
    window.removeEventListener("storage", changed);
    window.removeEventListener(CHANGED, changed);
  };
}

/** The text that is kept under a name as it is now, whichever page changes it, and what changes it. */
export function useStored(name: string): readonly [string | null, (text: string | null) => void] {
  const text = useSyncExternalStore(
    subscribe,
    () => readStored(name),
    () => null,
  );
  const set = useCallback((next: string | null) => writeStored(name, next), [name]);
  return [text, set];
}
