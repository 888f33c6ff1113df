import "server-only";
import { randomUUID } from "node:crypto";
import Joi from "joi";
import type { FaultCode } from "@/core/codes";
import type { Symptom } from "@/core/case";
import type { JobId } from "@/core/ids";
import type { VehicleRow } from "@/server/db/vehicles";
import { insertJob, type NewJob } from "@/server/db/jobs";
import { takeJobNumber } from "@/server/db/sites";
import type { EntryBody, WrittenEntry } from "@/core/entries";
import { optionalLine, text } from "@/server/input";
import { appendEntry, concludeChange, type JobAnswer } from "./change-job";
import type { Command, CommandContext } from "./command";
import { odometerInput, requireForwards } from "./odometer";
import { priorWorkInput, type PriorWorkInput } from "./prior-work";
import { vehicleInput } from "./vehicle-input";
import { takeInVehicle } from "./vehicles";
import { codesInput, modulesInput, symptomsInput } from "./record-inputs";

interface OpenJobInput {
  readonly vehicle: Omit<VehicleRow, "id">;
  readonly odometerKm: number | null;
  readonly odometerReason: string | null;
  readonly complaint: string;
  readonly priorWork: readonly PriorWorkInput[];
  readonly symptoms: readonly Symptom[];
  readonly codes: readonly FaultCode[];
  readonly modulesRead: readonly string[];
}

/** Opens a job: the vehicle, the complaint in the customer's words, and what is known at the gate. */
export const openJob: Command<OpenJobInput, JobAnswer & { readonly number: number }> = {
  name: "open-job",
  right: "job.open",
  input: Joi.object({
    vehicle: vehicleInput.required(),
    odometerKm: odometerInput().allow(null).default(null),
    odometerReason: optionalLine(400),
    complaint: text(4000).required(),
    priorWork: Joi.array().max(20).items(Joi.object(priorWorkInput)).default([]),
    symptoms: symptomsInput().default([]),
    codes: codesInput().default([]),
    modulesRead: modulesInput().default([]),
  }),
  async run(context, input) {
    const { db } = context;
    const vehicle = await takeInVehicle(context, input.vehicle);
    await requireForwards(db, { id: vehicle, exceptJob: null }, input.odometerKm, input.odometerReason);
    const { odometerKm, complaint } = input;
    return takeInJob(context, { vehicleId: vehicle, odometerKm, complaint }, (heldBy) => arrivalOf(input, heldBy));
  },
};

/**
 * A new job with a number of its own, held by whoever opens it where they work on vehicles.
 * @param arrival what is known at the gate, as entries; `heldBy` is the id of whoever has the job
 */
export async function takeInJob(
  context: CommandContext,
  job: Pick<NewJob, "vehicleId" | "odometerKm" | "complaint" | "comebackOf" | "comebackWhy">,
  arrival: (heldBy: string | null) => readonly EntryBody[],
): Promise<JobAnswer & { readonly number: number }> {
  const { db, actor, site, now } = context;
  const id = randomUUID() as JobId;
  const number = await takeJobNumber(db, site.id);
  const heldBy = actor.role === "desk" ? null : actor.personId;
  await insertJob(db, { ...job, id, key: id, siteId: site.id, number, by: actor.personId, heldBy, now });
  const version = await recordArrival(context, id, arrival(heldBy));
  return { jobId: id, version, seq: version, number };
}

/** What is known at the gate, as entries. */
function arrivalOf(input: OpenJobInput, heldBy: string | null): readonly EntryBody[] {
  const { complaint, odometerKm, odometerReason, priorWork, symptoms, codes, modulesRead } = input;
  const bodies: EntryBody[] = [{ kind: "opened", complaint, odometerKm, odometerReason, heldBy }];
  for (const { component, work, who, recency, note, maker = null } of priorWork)
    bodies.push({ kind: "prior-work", component, work, who, recency, note, maker });
  if (symptoms.length) bodies.push({ kind: "symptoms", symptoms });
  if (codes.length || modulesRead.length)
    bodies.push({ kind: "scan", codes, modulesRead, modulesSilent: [], modulesUnreadable: [] });
  return bodies;
}

/** Entry by entry: the map starts from the odds before anything but the vehicle was known. */
async function recordArrival(context: CommandContext, jobId: JobId, bodies: readonly EntryBody[]): Promise<number> {
  const trail: WrittenEntry[] = [];
  for (const body of bodies) {
    const entry = await appendEntry(context, jobId, trail, { body });
    trail.push(entry);
    await concludeChange(context, jobId, entry.seq, null);
  }
  return trail.length;
}
