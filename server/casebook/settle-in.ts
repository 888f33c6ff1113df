import "server-only";
import { markNextWaiting } from "@/server/book/mark-anew";
import { addNextWaiting } from "@/server/db/counters-waiting";
import { givingWay } from "@/server/db/give-way";
import { countNextVehicles } from "@/server/db/vehicles-waiting";

/**
 * Adds what waits for the counters, marks jobs that wait for it, and counts what the jobs of vehicles that wait say of known failures, little by little, so that nobody waits
 * for it. What was interrupted goes on with the next call.
 */
export async function settleIn(): Promise<void> {
  for (const next of [addNextWaiting, markNextWaiting, countNextVehicles]) while (await givingWay(next));
}
