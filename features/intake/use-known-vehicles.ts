"use client";

import { useEffect, useState } from "react";
import type { SeenVehicle } from "@/server/db/vehicles";

const PAUSE_MS = 200;

/** Vehicles of the shop whose plate or VIN begins with what is typed; none while the server cannot be reached. */
export function useKnownVehicles(text: string): readonly SeenVehicle[] {
  const wanted = text.trim();
  const [found, setFound] = useState<{ text: string; vehicles: readonly SeenVehicle[] }>({ text: "", vehicles: [] });
  useEffect(() => {
    if (wanted.length < 2) return;
    const stop = new AbortController();
    const timer = setTimeout(async () => {
      try {
        const response = await fetch(`/api/v1/vehicles?search=${encodeURIComponent(wanted)}`, { signal: stop.signal });
        const body: { vehicles?: SeenVehicle[] } = response.ok ? await response.json() : {};
        setFound({ text: wanted, vehicles: body.vehicles ?? [] });
      } catch {
        // A look-up is a help, not a must: the fields can be filled by hand.
      }
    }, PAUSE_MS);
    return () => {
      clearTimeout(timer);
      stop.abort();
    };
  }, [wanted]);
  return found.text === wanted && wanted.length >= 2 ? found.vehicles : [];
}
