"use client";

import { useSyncExternalStore } from "react";

const listeners = new Set<() => void>();

/** A way of looking that somebody chose, kept on this machine: the next job is shown in the same way. */
export function useRemembered(name: string, usual: string): readonly [string, (value: string) => void] {
  const value = useSyncExternalStore(
    (heard) => {
      listeners.add(heard);
      return () => listeners.delete(heard);
    },
    () => read(name) ?? usual,
    () => usual,
  );
  const set = (next: string) => {
    try {
      localStorage.setItem(name, next);
    } catch {
      // A browser that keeps nothing shows it as usual.
    }
    for (const heard of listeners) heard();
  };
  return [value, set];
}

function read(name: string): string | null {
  try {
    return localStorage.getItem(name);
  } catch {
    return null;
  }
}
