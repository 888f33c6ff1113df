"use client";

import { useEffect, useState } from "react";
import { tidyVin } from "@/core/vehicle";
import type { VinView } from "@/server/views/vin";

const LENGTH = 17;
const PAUSE_MS = 250;

/** What the server says of a VIN once it is whole; null before, and while the server cannot be reached. */
export function useVin(text: string): VinView | null {
  const wanted = tidyVin(text);
  const [found, setFound] = useState<VinView | null>(null);
  useEffect(() => {
    if (wanted.length < LENGTH) return;
    const stop = new AbortController();
    const timer = setTimeout(async () => {
      try {
        const response = await fetch(`/api/v1/vin/${encodeURIComponent(wanted)}`, { signal: stop.signal });
        if (response.ok) setFound(await response.json());
      } catch {
        // The check is a help: without it the VIN is taken as it was typed.
      }
    }, PAUSE_MS);
    return () => {
      clearTimeout(timer);
      stop.abort();
    };
  }, [wanted]);
  return found?.vin === wanted && wanted.length >= LENGTH ? found : null;
}
