import "server-only";
import { v7 as newId } from "uuid";
import type { Cause } from "@/core/book";
import type { JobId } from "@/core/ids";
import { cameBack, rungOfJob } from "@/core/job";
import type { Mark } from "@/core/lesson";
import type { Vehicle } from "@/core/vehicle";
import type { CommandContext } from "@/server/commands/command";
import type { InputProblem } from "@/server/commands/refusal";
import { learnVariantsOf, updateImportedJob, vehiclesByVin, type KnownJob } from "@/server/db/casebook";
import { ensureCauses } from "@/server/db/book";
import { CopyRows } from "@/server/db/copy-rows";
import { copyJobMarks, type MarksOfJob } from "@/server/db/job-features";
import { causeReference, HeldReferences, withReferencesHeld } from "@/server/db/references";
import type { Db } from "@/server/db/pool";
import { Breath } from "./breath";
import { sameVariant, VARIANT } from "./check-jobs";
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
  /** What it is found by once it is closed; nothing while it is open. */
  readonly marks: readonly Mark[];
}

/** A vehicle that is to be written, and its id. */
interface NewVehicle {
  readonly id: string;
  readonly vehicle: CasebookJob["vehicle"];
}

/** What the rows of an import refer to, gathered on the way and written and held at its end: nobody waits for an import because of a word. */
export class ReferredTo {
  readonly #referred = new HeldReferences();
  readonly #keys = { symptom: new Set<string>(), component: new Set<string>(), failure: new Set<string>() };
  readonly #procedures = new Set<string>();
  readonly #causes = new Map<string, Cause>();
  readonly #variants = new Map<string, Vehicle>();

  /** @param early whether it has to be there before the rows are written */
  constructor(private readonly early: boolean) {}

  async gather(context: CommandContext, written: readonly Written[]): Promise<void> {
    const { symptom, component, failure } = this.#keys;
    for (const { job, facts } of written) {
      for (const { key } of job.symptoms) symptom.add(key);
      for (const part of job.parts) {
        component.add(part.component);
        if (part.failure !== null) failure.add(part.failure);
      }
      for (const { procedure } of facts.tests) if (procedure !== null) this.#procedures.add(procedure);
      for (const each of job.finding?.causes ?? []) this.#causes.set(causeReference(each), each);
      this.#variants.set(JSON.stringify(VARIANT.map((field) => job.vehicle[field])), job.vehicle);
    }
    if (this.early) await this.#ensureCauses(context);
  }

  async holdVehicles(db: Db, ids: readonly string[]): Promise<void> {
    await this.#referred.hold(db, { vehicle: ids });
  }

  /** To be called once the book is taken over. @throws Error where something is referred to that is not there */
  async finish(context: CommandContext): Promise<void> {
    const { db, actor, site, commandId, now } = context;
    await this.#ensureCauses(context);
    const variants = [...this.#variants.values()];
    for (let from = 0; from < variants.length; from += VARIANTS_AT_ONCE)
      await learnVariantsOf(db, variants.slice(from, from + VARIANTS_AT_ONCE), { id: actor.personId, at: now });
    await this.#referred.hold(db, {
      site: [site.id],
      person: [actor.personId],
      command: [commandId],
      cause: [...this.#causes.keys()],
      symptom: [...this.#keys.symptom],
      component: [...this.#keys.component],
      failure: [...this.#keys.failure],
      procedure: [...this.#procedures],
    });
  }

  async #ensureCauses({ db, actor, now }: CommandContext): Promise<void> {
    await ensureCauses(db, [...this.#causes.values()], { id: actor.personId, at: now });
  }
}

const VARIANTS_AT_ONCE = 5000;

/** The vehicles of the shop and of the import by their VINs, as far as the import named them. */
export type VehiclesByVin = Map<string, { readonly id: string; readonly vehicle: Vehicle }>;

/** Where the jobs of an import go: what they refer to, and the numbers that are kept for them. */
export interface Writing {
  readonly referred: ReferredTo;
  readonly vehicles: VehiclesByVin;
  readonly nextNumber: () => number;
}

/**
 * Makes jobs ready to be written: their trails, what these add up to and what the jobs are found by.
 * @returns what writes them
 */
export async function jobsToWrite(
  context: CommandContext,
  written: readonly Written[],
  writing: Writing,
): Promise<() => Promise<void>> {
  const { db, actor, site, commandId, now } = context;
  const { referred, nextNumber } = writing;
  const by = actor.personId;
  const { vehicles, fresh: freshVehicles } = await takeInVehicles(context, written, writing);
  await referred.gather(context, written);
  const rows = new RowsOfJobs();
  const breath = new Breath();
  for (const vehicle of freshVehicles) rows.addVehicle(vehicle, { actor, now });
  for (const each of written) {
    const { id, job, facts, entries } = each;
    if (!each.known)
      rows.job.add(
        id,
        job.key,
        site.id,
        nextNumber(),
        vehicles.get(id),
        job.odometerKm,
        job.complaint ?? NOT_TOLD,
        entries.length,
        job.openedAt,
        by,
        job.closedAt,
        job.closedAt && by,
        job.finding?.result,
        rungOfJob(facts),
        cameBack(facts),
      );
    for (const { seq, at, minutes, body } of entries)
      rows.entry.add(id, seq, body.kind, at, by, minutes, body, commandId);
    rows.addFacts(each);
    await breath.take();
  }
  const known = written.flatMap(({ id, job, facts, entries, known: before }) =>
    before
      ? {
          id,
          vehicle_id: vehicles.get(id),
          odometer_km: job.odometerKm,
          complaint: job.complaint ?? NOT_TOLD,
          version: before.version + entries.length,
          closed_at: job.closedAt,
          closed_by: job.closedAt && by,
          finding: job.finding?.result ?? null,
          rung: rungOfJob(facts),
          came_back: cameBack(facts),
        }
      : [],
  );
  return async () => {
    await withReferencesHeld(db, () => rows.write(db));
    await updateImportedJob(db, known);
  };
}

const OTHER_VEHICLE = "differs from what the shop, or an earlier job of the file, says of the vehicle with this VIN";

/**
 * The vehicle of each job: the one with its VIN; else one of its own, since a casebook says nothing of which jobs without a VIN were on
 * the same one. A vehicle that is here is never changed: jobs that are not in the file may be on it.
 * @returns by job, and the rows of those that are still to be written
 */
async function takeInVehicles(
  { db, site }: CommandContext,
  written: readonly Written[],
  { referred, vehicles: byVin }: Writing,
): Promise<{ readonly vehicles: ReadonlyMap<JobId, string>; readonly fresh: readonly NewVehicle[] }> {
  const vins = written.flatMap(({ job: { vehicle } }) =>
    vehicle.vin === null || byVin.has(vehicle.vin) ? [] : vehicle.vin,
  );
  const here = await vehiclesByVin(db, site.id, vins);
  for (const each of here) byVin.set(each.vin, { id: each.id, vehicle: each });
  await referred.holdVehicles(
    db,
    here.map(({ id }) => id),
  );
  const of = new Map<JobId, string>();
  const fresh: NewVehicle[] = [];
  const problems: InputProblem[] = [];
  for (const { id, job, at } of written) {
    const { vehicle } = job;
    const there = vehicle.vin === null ? undefined : byVin.get(vehicle.vin);
    const own = there ?? { id: newId(), vehicle };
    if (!sameVariant(own.vehicle, vehicle)) problems.push({ path: `jobs[${at}].vehicle`, message: OTHER_VEHICLE });
    of.set(id, own.id);
    if (there) continue;
    if (vehicle.vin !== null) byVin.set(vehicle.vin, own);
    fresh.push({ id: own.id, vehicle });
  }
  if (problems.length) throw new CasebookRefusal(problems);
  return { vehicles: of, fresh };
}

/** The rows of jobs, table by table, in the order in which they are written. */
class RowsOfJobs {
  readonly #vehicle = new CopyRows(
    "vehicle",
    "id uuid, vin text, make text, model text, year integer, engine text, transmission text, drive text, market text, fuel text, gearbox text, equipment text[], built text, uses text[], created_at timestamptz, created_by uuid, site_id uuid",
  );
  readonly job = new CopyRows(
    "job",
    "id uuid, key text, site_id uuid, number integer, vehicle_id uuid, odometer_km integer, complaint text, version integer, opened_at timestamptz, opened_by uuid, closed_at timestamptz, closed_by uuid, finding text, rung integer, came_back boolean",
  );
  readonly entry = new CopyRows(
    "entry",
    "job_id uuid, seq integer, kind text, at timestamptz, by_id uuid, minutes numeric, body jsonb, command_id uuid",
  );
  readonly #facts = {
    symptom: new CopyRows("job_symptom", "job_id uuid, seq integer, symptom text, conditions text[]"),
    code: new CopyRows("job_code", "job_id uuid, seq integer, code text, module text, status text"),
    module: new CopyRows("job_module", "job_id uuid, seq integer, module text, state text"),
    test: new CopyRows(
      "job_test",
      "job_id uuid, seq integer, procedure text, title text, outcome text, minutes numeric, access text, effects jsonb, place text",
    ),
    part: new CopyRows(
      "job_part",
      "job_id uuid, seq integer, component text, failure text, part_number text, source text, minutes numeric, cost numeric, currency text, result text, result_seq integer, place text",
    ),
    proof: new CopyRows("job_proof", "job_id uuid, seq integer, step text, result text"),
    cause: new CopyRows("job_cause", "job_id uuid, seq integer, component text, failure text, place text"),
  };
  readonly #marks: MarksOfJob[] = [];

  addVehicle({ id, vehicle }: NewVehicle, { actor, now }: Pick<CommandContext, "actor" | "now">): void {
    const { vin, make, model, year, engine, transmission, drive, market } = vehicle;
    const { fuel = null, gearbox = null, equipment = null, built = null, uses = null } = vehicle;
    const variant = [engine, transmission, drive, market, fuel, gearbox, equipment, built, uses];
    this.#vehicle.add(id, vin, make, model, year, ...variant, now, actor.personId, actor.siteId);
  }

  /** What a job's entries add up to. */
  addFacts({ id, job, facts, entries, marks }: Written): void {
    const seqOf = (kind: string) => entries.find(({ body }) => body.kind === kind)?.seq ?? 0;
    const { symptom, code, module, test, part, proof, cause } = this.#facts;
    const [told, scanned, found] = [seqOf("symptoms"), seqOf("scan"), seqOf("finding")];
    for (const { key, conditions } of job.symptoms) symptom.add(id, told, key, conditions);
    for (const each of job.codes) code.add(id, scanned, each.code, each.module ?? "", each.status);
    for (const each of job.modulesScanned) module.add(id, scanned, each, "read");
    for (const each of job.modulesSilent) module.add(id, scanned, each, "no-answer");
    for (const { seq, procedure, title, outcome, minutes, access, effects, place = null } of facts.tests)
      test.add(id, seq, procedure, title, outcome, minutes, access, effects, place);
    for (const each of facts.parts) {
      const { seq, component, failure, partNumber, source, minutes, cost, result, resultSeq } = each;
      const { amount, currency } = cost;
      const place = each.place ?? null;
      part.add(id, seq, component, failure, partNumber, source, minutes, amount, currency, result, resultSeq, place);
    }
    for (const { seq, step, result } of facts.proof) proof.add(id, seq, step, result);
    for (const { component, failure, place = null } of job.finding?.causes ?? [])
      cause.add(id, found, component, failure, place);
    if (job.closedAt !== null) this.#marks.push({ id, at: job.closedAt, marks });
  }

  async write(db: Db): Promise<void> {
    for (const rows of [this.#vehicle, this.job, this.entry, ...Object.values(this.#facts)]) await rows.write(db);
    await copyJobMarks(db, this.#marks);
  }
}
