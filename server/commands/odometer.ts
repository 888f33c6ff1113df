import "server-only";
import Joi from "joi";
import type { JobId, VehicleId } from "@/core/ids";
import type { Db } from "@/server/db/pool";
import { highestOdometer } from "@/server/db/vehicles";
import { jobChange, optionalLine } from "@/server/input";
import { changeJob, type JobAnswer, type JobChange } from "./change-job";
import type { Command } from "./command";
import { correctsInput } from "./record-inputs";
import { refuseInput } from "./refusal";

const MOST_KM = 5_000_000;

/** Kilometres on the clock. */
export const odometerInput = () => Joi.number().integer().min(0).max(MOST_KM);

/** An odometer does not run backwards: where it seems to, somebody says why (a new instrument cluster, a misread digit then). */
export async function requireForwards(
  db: Db,
  vehicle: { readonly id: VehicleId; readonly exceptJob: JobId | null },
  odometerKm: number | null,
  reason: string | null,
): Promise<void> {
  if (odometerKm === null || reason) return;
  const highest = await highestOdometer(db, vehicle.id, vehicle.exceptJob);
  if (highest !== null && odometerKm < highest)
    refuseInput("odometerKm", `an earlier job read ${highest} km: say why it runs backwards, or read it again`);
}

interface OdometerInput extends JobChange {
  readonly odometerKm: number;
  readonly reason: string | null;
}

export const recordOdometer: Command<OdometerInput, JobAnswer> = {
  name: "record-odometer",
  right: "job.complaint",
  input: Joi.object({
    ...jobChange,
    corrects: correctsInput(),
    odometerKm: odometerInput().required(),
    reason: optionalLine(400),
  }),
  run: (context, input) =>
    changeJob(context, input, async (job) => {
      const { odometerKm, reason } = input;
      await requireForwards(context.db, { id: job.vehicleId, exceptJob: job.id }, odometerKm, reason);
      return { body: { kind: "odometer", odometerKm, reason: reason ?? "" } };
    }),
};
