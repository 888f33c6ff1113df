"use client";

import { useEffect, useState } from "react";
import { byDue, KnownForItem } from "@/features/shared/known-for/known-for-line";
import { listed } from "@/features/shared/listed";
import type { VehicleDraft } from "@/features/shared/vehicle/vehicle-draft";
import type { KnownForLine } from "@/server/views/known-for";
import { Section } from "@/ui/section";
import { Unfold } from "@/ui/unfold";

const PAUSE_MS = 400;
const YEAR = /^\d{4}$/;

interface KnownAtTheGateProps {
  readonly vehicle: VehicleDraft;
  readonly odometerKm: number | string | null;
}

/** What this vehicle is known for at its odometer, while the customer still stands there; nothing until make, model and year are there. */
export function KnownAtTheGate({ vehicle, odometerKm }: KnownAtTheGateProps) {
  const { make, model, year, engine, transmission, drive, market, built, vin, uses = "" } = vehicle;
  const isEnough = make.trim() && model.trim() && YEAR.test(year.trim());
  const asked = isEnough
    ? JSON.stringify({
        vehicle: {
          make: make.trim(),
          model: model.trim(),
          year: Number(year),
          engine: engine || null,
          transmission: transmission || null,
          drive: drive || null,
          market: market || null,
          built: /^\d{4}-\d{2}$/.test(built) ? built : null,
          vin: vin || null,
          uses: uses ? listed(uses) : null,
        },
        odometerKm: typeof odometerKm === "number" ? Math.round(odometerKm) : null,
      })
    : null;
  const known = useKnownFor(asked);
  if (!known.length) return null;
  const { today, others } = byDue(known);
  return (
    <Section title="Known for" aside="such vehicles, at this odometer">
      <ul aria-label="Known for">
        {today.map((each) => (
          <KnownForItem key={each.key} each={each} />
        ))}
      </ul>
      {others.length > 0 && (
        <Unfold title={`${others.length} more at another odometer`} small>
          <ul>
            {others.map((each) => (
              <KnownForItem key={each.key} each={each} />
            ))}
          </ul>
        </Unfold>
      )}
    </Section>
  );
}

function useKnownFor(asked: string | null): readonly KnownForLine[] {
  const [found, setFound] = useState<{ readonly asked: string; readonly known: readonly KnownForLine[] } | null>(null);
  useEffect(() => {
    if (asked === null) return;
    const stop = new AbortController();
    const timer = setTimeout(() => {
      fetch("/api/v1/known-for", {
        method: "POST",
        headers: { "content-type": "application/json" },
        body: asked,
        signal: stop.signal,
      })
        .then((response) => (response.ok ? response.json() : { known: [] }))
        .then((answer: { known: readonly KnownForLine[] }) => setFound({ asked, known: answer.known }))
        .catch(() => {
          // A help, not a must: the job sheet shows the same.
        });
    }, PAUSE_MS);
    return () => {
      clearTimeout(timer);
      stop.abort();
    };
  }, [asked]);
  return found?.asked === asked ? found.known : [];
}
