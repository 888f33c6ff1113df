import "server-only";
import { randomUUID } from "node:crypto";
import type { JobId } from "@/core/ids";
import { cameBack, rungOfJob } from "@/core/job";
import type { Vehicle } from "@/core/vehicle";
import type { CommandContext } from "@/server/commands/command";
import type { InputProblem } from "@/server/commands/refusal";
import { learnVariantsOf, takeJobNumbers, updateImportedJob, vehiclesByVin, type KnownJob } from "@/server/db/casebook";
import { ensureCauses } from "@/server/db/book";
import { insertRows } from "@/server/db/copy-rows";
import { sameVariant } from "./check-jobs";
import { NOT_TOLD, type ImportedJob } from "./facts-of-job";
import { CasebookRefusal } from "./refusal";
import type { CasebookJob } from "./shape";

/** A job that is to be written: a new one, or one that is here and differs. */
export interface Written extends ImportedJob {
  readonly id: JobId;
  readonly job: CasebookJob;
  /** Its place in the file. */
  readonly at: number;
  readonly known: KnownJob | null;
}

/** Writes jobs, their trails and what these add up to. */
export async function writeJobs(context: CommandContext, written: readonly Written[]): Promise<void> {
  const { db, actor, site, commandId } = context;
  const by = actor.personId;
  const vehicles = await takeInVehicles(context, written);
  const fresh = written.filter(({ known }) => !known);
  const last = fresh.length ? await takeJobNumbers(db, site.id, fresh.length) : 0;
  const rowOf = ({ id, job, facts, entries, known }: Written) => ({
    ...{ id, vehicle_id: vehicles.get(id), odometer_km: job.odometerKm, complaint: job.complaint ?? NOT_TOLD },
    ...{ version: (known?.version ?? 0) + entries.length, closed_at: job.closedAt, closed_by: job.closedAt && by },
    ...{ finding: job.finding?.result ?? null, rung: rungOfJob(facts), came_back: cameBack(facts) },
  });
  await insertRows(
    db,
    "job",
    "id uuid, key text, site_id uuid, number integer, vehicle_id uuid, odometer_km integer, complaint text, version integer, opened_at timestamptz, opened_by uuid, closed_at timestamptz, closed_by uuid, finding text, rung integer, came_back boolean",
    fresh.map((each, at) => ({
      ...rowOf(each),
      ...{ key: each.job.key, site_id: site.id, number: last + at + 1, opened_at: each.job.openedAt, opened_by: by },
    })),
  );
  await updateImportedJob(db, written.filter(({ known }) => known).map(rowOf));
  await insertRows(
    db,
    "entry",
    "job_id uuid, seq integer, kind text, at timestamptz, by_id uuid, minutes numeric, body jsonb, command_id uuid",
    written.flatMap(({ id, entries }) =>
      entries.map(({ seq, at, minutes, body }) => ({
        ...{ job_id: id, seq, kind: body.kind, at, by_id: by, minutes, body, command_id: commandId },
      })),
    ),
  );
  await writeFacts(context, written);
}

const OTHER_VEHICLE = "differs from what the shop, or an earlier job of the file, says of the vehicle with this VIN";

/**
 * The vehicle of each job: the one with its VIN; else one of its own, since a casebook says nothing of which jobs without a VIN were on
 * the same one. A vehicle that is here is never changed: jobs that are not in the file may be on it.
 */
async function takeInVehicles(
  { db, actor, now }: CommandContext,
  written: readonly Written[],
): Promise<ReadonlyMap<JobId, string>> {
  const vins = written.flatMap(({ job }) => job.vehicle.vin ?? []);
  const byVin = new Map<string, Vehicle & { readonly id: string }>(
    (await vehiclesByVin(db, vins)).map((each) => [each.vin, each]),
  );
  const of = new Map<JobId, string>();
  const fresh: object[] = [];
  const problems: InputProblem[] = [];
  for (const { id, job, at } of written) {
    const { vehicle } = job;
    const there = vehicle.vin === null ? undefined : byVin.get(vehicle.vin);
    const own = there ?? { ...vehicle, id: randomUUID() };
    if (!sameVariant(own, vehicle)) problems.push({ path: `jobs[${at}].vehicle`, message: OTHER_VEHICLE });
    of.set(id, own.id);
    if (there) continue;
    if (vehicle.vin !== null) byVin.set(vehicle.vin, own);
    fresh.push({ ...own, created_at: now, created_by: actor.personId });
  }
  if (problems.length) throw new CasebookRefusal(problems);
  await insertRows(
    db,
    "vehicle",
    "id uuid, vin text, make text, model text, year integer, engine text, transmission text, drive text, market text, created_at timestamptz, created_by uuid",
    fresh,
  );
  await learnVariantsOf(
    db,
    written.map(({ job }) => job.vehicle),
    { id: actor.personId, at: now },
  );
  return of;
}

/** What the entries add up to, table by table. */
async function writeFacts({ db, actor, now }: CommandContext, written: readonly Written[]): Promise<void> {
  const rows = <T extends object>(of: (each: Written, seqOf: (kind: string) => number) => readonly T[]) =>
    written.flatMap((each) =>
      of(each, (kind) => each.entries.find(({ body }) => body.kind === kind)?.seq ?? 0).map((row) => ({
        job_id: each.id,
        ...row,
      })),
    );
  await insertRows(
    db,
    "job_symptom",
    "job_id uuid, seq integer, symptom text, conditions text[]",
    rows(({ job }, seqOf) =>
      job.symptoms.map(({ key, conditions }) => ({ seq: seqOf("symptoms"), symptom: key, conditions })),
    ),
  );
  await insertRows(
    db,
    "job_code",
    "job_id uuid, seq integer, code text, module text, status text",
    rows(({ job }, seqOf) =>
      job.codes.map(({ code, module, status }) => ({ seq: seqOf("scan"), code, module: module ?? "", status })),
    ),
  );
  await insertRows(
    db,
    "job_module",
    "job_id uuid, seq integer, module text, state text",
    rows(({ job }, seqOf) => job.modulesScanned.map((module) => ({ seq: seqOf("scan"), module, state: "read" }))),
  );
  await insertRows(
    db,
    "job_test",
    "job_id uuid, seq integer, procedure text, title text, outcome text, minutes numeric, access text, effects jsonb",
    rows(({ facts }) => facts.tests),
  );
  await insertRows(
    db,
    "job_part",
    "job_id uuid, seq integer, component text, failure text, part_number text, source text, minutes numeric, cost numeric, currency text, result text, result_seq integer",
    rows(({ facts }) =>
      facts.parts.map(({ cost, partNumber, resultSeq, ...part }) => ({
        ...part,
        ...{ part_number: partNumber, cost: cost.amount, currency: cost.currency, result_seq: resultSeq },
      })),
    ),
  );
  await insertRows(
    db,
    "job_proof",
    "job_id uuid, seq integer, step text, result text",
    rows(({ facts }) => facts.proof),
  );
  const found = written.flatMap(({ job }) => job.finding?.causes ?? []);
  await ensureCauses(db, found, { id: actor.personId, at: now });
  await insertRows(
    db,
    "job_cause",
    "job_id uuid, seq integer, component text, failure text",
    rows(({ job }, seqOf) => (job.finding?.causes ?? []).map((cause) => ({ seq: seqOf("finding"), ...cause }))),
  );
}
