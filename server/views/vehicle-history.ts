import "server-only";
import type { Labels } from "@/core/words";
import type { VehicleId } from "@/core/ids";
import { partResultText } from "@/core/entries";
import { pool } from "@/server/db/pool";
import type { Site } from "@/server/db/sites";
import { jobsOfVehicle, partsOfVehicle, type VehicleJobRow, type VehiclePartRow } from "@/server/db/vehicle-history";
import { maybeVehicle, type VehicleRow } from "@/server/db/vehicles";
import { loadLabels } from "@/server/book/load";
import { outcomeText } from "./outcome";

export interface VehicleHistory {
  readonly vehicle: VehicleRow;
  readonly jobs: readonly (VehicleJobRow & { readonly outcome: string })[];
  readonly parts: readonly (VehiclePartRow & { readonly name: string; readonly resultText: string })[];
}

/** Everything the shop did to a vehicle, or null where it knows no such vehicle. */
export async function loadVehicleHistory(site: Site, id: VehicleId): Promise<VehicleHistory | null> {
  const db = pool();
  const vehicle = await maybeVehicle(db, site.id, id);
  if (!vehicle) return null;
  const [jobs, parts, labels] = await Promise.all([
    jobsOfVehicle(db, site.id, id),
    partsOfVehicle(db, site.id, id),
    loadLabels(db),
  ]);
  return {
    vehicle,
    jobs: jobs.map((job) => ({ ...job, outcome: outcomeOf(job, labels) })),
    parts: parts.map((part) => ({
      ...part,
      name: labels.component(part.component),
      resultText: part.getHome ? `to get home: ${partResultText(part)}` : partResultText(part),
    })),
  };
}

function outcomeOf({ causes, finding, closedAt }: VehicleJobRow, labels: Labels): string {
  if (finding) return outcomeText(labels, { causes, finding });
  return closedAt ? "Closed" : "Open";
}
