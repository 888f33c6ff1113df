import "server-only";
import type { PersonId, VehicleId } from "@/core/ids";
import type { Db } from "./pool";
import { execute, many } from "./rows";

export const RECALL_STATES = ["done", "refused"] as const;
export type RecallState = (typeof RECALL_STATES)[number];

export interface RecallSettled {
  readonly pattern: string;
  readonly state: RecallState;
  readonly reason: string;
  readonly at: Date;
}

/** What became of recalls and campaigns on one vehicle. */
export async function recallsOf(db: Db, vehicleId: VehicleId): Promise<RecallSettled[]> {
  return many<RecallSettled>(db, "select pattern, state, reason, at from vehicle_recall where vehicle_id = $1", [
    vehicleId,
  ]);
}

interface Settled extends Pick<RecallSettled, "pattern" | "state" | "reason"> {
  readonly vehicleId: VehicleId;
}

/** Notes that a recall was carried out on a vehicle, or refused and why; what is said later holds. */
export async function settleRecall(db: Db, settled: Settled, by: { id: PersonId; at: Date }): Promise<void> {
  const { vehicleId, pattern, state, reason } = settled;
  await execute(
    db,
    `insert into vehicle_recall (vehicle_id, pattern, state, reason, at, by)
     values ($1, $2, $3, $4, $5, $6)
     on conflict (vehicle_id, pattern) do update
     set state = excluded.state, reason = excluded.reason, at = excluded.at, by = excluded.by`,
    [vehicleId, pattern, state, reason, by.at, by.id],
  );
}
