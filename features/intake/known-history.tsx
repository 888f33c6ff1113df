"use client";

import { useEffect, useState } from "react";
import type { VehicleId } from "@/core/ids";
import { dateText, odometerText, type UnitSystem } from "@/features/shared/format";
import type { VehicleHistory } from "@/server/views/vehicle-history";
import { Link } from "@/ui/link";

interface KnownHistoryProps {
  readonly vehicle: VehicleId;
  readonly units: UnitSystem;
  readonly timeZone: string;
}

const SHOWN = 4;

/** What was found and fitted on this vehicle before, while the customer still stands there. */
export function KnownHistory({ vehicle, units, timeZone }: KnownHistoryProps) {
  const [history, setHistory] = useState<VehicleHistory | null>(null);
  useEffect(() => {
    const stop = new AbortController();
    fetch(`/api/v1/vehicles/${vehicle}`, { signal: stop.signal })
      .then((response) => (response.ok ? response.json() : null))
      .then((found: VehicleHistory | null) => setHistory(found))
      .catch(() => {
        // A help, not a must: its page holds the same.
      });
    return () => stop.abort();
  }, [vehicle]);
  if (!history?.jobs.length) return null;
  const { jobs, parts } = history;
  return (
    <div className="col-span-full border-l-4 border-rule-strong pl-3" role="group" aria-label="Here before">
      <ul>
        {jobs.slice(0, SHOWN).map((job) => (
          <li key={job.id} className="text-sm">
            <span className="text-ink-soft">
              {dateText(new Date(job.openedAt), timeZone)}, {odometerText(job.odometerKm, units)}:
            </span>{" "}
            <span className="font-medium">{job.outcome}</span>
            {job.cameBack && <span className="text-brick"> · came back</span>}
            {job.lookAgainKm !== null && (
              <span className="font-semibold text-ochre-ink">
                {" "}
                · look again at {odometerText(job.lookAgainKm, units)}
              </span>
            )}
            {partsText(parts.filter(({ jobId }) => jobId === job.id))}
          </li>
        ))}
      </ul>
      <Link href={`/vehicles/${vehicle}`} className="inline-flex min-h-11 items-center text-sm underline">
        All of its history
      </Link>
    </div>
  );
}

function partsText(parts: VehicleHistory["parts"]): string {
  return parts.length ? ` · ${parts.map(({ name, by }) => `${name.toLowerCase()} by ${by}`).join(", ")}` : "";
}
