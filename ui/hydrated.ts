"use client";

import { useSyncExternalStore } from "react";

const never = () => () => {};

/**
 * Whether the page has come to life in the browser. What carries style attributes waits for it: in the server's HTML the
 * security policy refuses them, set by script it does not.
 */
export function useHydrated(): boolean {
  return useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
}
