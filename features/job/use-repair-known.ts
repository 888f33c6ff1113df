"use client";

import { useEffect, useState } from "react";
import type { RepairKnown } from "@/server/views/repair";

const NONE: RepairKnown = { sheet: null, takes: null, learnt: null, records: [], earlier: [], mixing: [] };

/** What the shop knows of repairing a cause; nothing until it is there, or where it cannot be had: a repair is recorded all the same. */
export function useRepairKnown(
  component: string,
  failure: string,
): { readonly known: RepairKnown; readonly isThere: boolean } {
  const of = component && `${component}/${failure}`;
  const [loaded, setLoaded] = useState<{ readonly of: string; readonly known: RepairKnown } | null>(null);
  useEffect(() => {
    if (!component) return;
    let over = false;
    const query = new URLSearchParams({ component, failure });
    fetch(`/api/v1/repairs?${query}`)
      .then(async (response) => {
        if (!response.ok) throw new Error(`repairs: ${response.status}`);
        const known: RepairKnown = await response.json();
        if (!over) setLoaded({ of: `${component}/${failure}`, known });
      })
      .catch(() => {
        if (!over) setLoaded({ of: `${component}/${failure}`, known: NONE });
      });
    return () => {
      over = true;
    };
  }, [component, failure]);
  const isThere = loaded !== null && loaded.of === of;
  return { known: isThere ? loaded.known : NONE, isThere };
}
