import "server-only";
import { createHash, randomUUID } from "node:crypto";
import { presentFeatures } from "@/core/diagnosis";
import type { JobId } from "@/core/ids";
import { cameBack, proofOfCure } from "@/core/job";
import { lessonOf, type Lesson } from "@/core/knowledge";
import { rungOf } from "@/core/proof";
import type { CommandContext } from "@/server/commands/command";
import type { InputProblem } from "@/server/commands/refusal";
import {
  addFeaturesOfJobs,
  dropFacts,
  insertRows,
  jobsByKey,
  setComebacks,
  takeJobNumbers,
  type KnownJob,
} from "@/server/db/casebook";
import { applyLesson, countAlone } from "@/server/db/counters";
import { readFacts } from "@/server/db/facts";
import { readAllProcedures } from "@/server/db/procedures";
import { unlearn } from "@/server/knowledge/keep";
import { validate } from "@/server/input";
import { importBook, wordsMissing, type BookCounts, type Tally, type WordsKnown } from "./import-book";
import { readJobs } from "./export";
import { importedJob, NOT_TOLD, type ImportedJob, type KnownProcedure } from "./facts-of-job";
import { CasebookRefusal } from "./refusal";
import { bookInput, jobInput, type CasebookJob } from "./shape";

export type ImportAnswer = BookCounts & { readonly jobs: Tally; readonly problems: readonly InputProblem[] };

const BATCH = 500;

/**
 * Takes a casebook over, by keys: whole or not at all, within the caller's transaction; the same file twice changes nothing.
 * @throws CasebookRefusal with the path of everything that is wrong
 */
export async function importCasebook(context: CommandContext, value: unknown): Promise<ImportAnswer> {
  const { db } = context;
  const book = validate(bookInput, value);
  if (!book.ok) throw new CasebookRefusal(book.problems);
  await countAlone(db);
  const { counts, words } = await importBook(context, book.value);
  const procedures = new Map((await readAllProcedures(db)).map((each) => [each.key, knownProcedure(each)]));
  const jobs = checkedJobs(book.value.jobs, words, procedures);
  const tally = { added: 0, unchanged: 0, updated: 0 };
  for (let from = 0; from < jobs.length; from += BATCH)
    await importBatch(context, jobs.slice(from, from + BATCH), procedures, tally);
  await linkComebacks(context, jobs);
  return { ...counts, jobs: tally, problems: [] };
}

function knownProcedure({
  title,
  access,
  version,
  outcomes,
}: Awaited<ReturnType<typeof readAllProcedures>>[number]): KnownProcedure {
  return {
    title,
    access,
    version,
    outcomes: new Map(outcomes.map(({ key, label, effects }) => [key, { label, effects }])),
  };
}

/** Every job checked by itself, then its words against what file and book hold. */
function checkedJobs(
  values: readonly unknown[],
  words: WordsKnown,
  procedures: ReadonlyMap<string, KnownProcedure>,
): readonly CasebookJob[] {
  const problems: InputProblem[] = [];
  const keys = new Set<string>();
  const jobs = values.flatMap((value, at) => {
    const at0 = `jobs[${at}]`;
    const job = validate(jobInput, value);
    if (!job.ok) {
      problems.push(...job.problems.map(({ path, message }) => ({ path: path ? `${at0}.${path}` : at0, message })));
      return [];
    }
    if (keys.has(job.value.key)) problems.push({ path: `${at0}.key`, message: "stands here twice" });
    keys.add(job.value.key);
    problems.push(...problemsOfJob(job.value, at0, words, procedures));
    return [job.value];
  });
  if (problems.length) throw new CasebookRefusal(problems);
  return jobs;
}

function problemsOfJob(
  job: CasebookJob,
  path: string,
  words: WordsKnown,
  procedures: ReadonlyMap<string, KnownProcedure>,
): readonly InputProblem[] {
  const problems = wordsMissing(words, [
    ...job.symptoms.map(({ key }, at) => ["symptoms", key, `${path}.symptoms[${at}].key`] as const),
    ...job.symptoms.flatMap(({ conditions }, at) =>
      conditions.map((key, nth) => ["conditions", key, `${path}.symptoms[${at}].conditions[${nth}]`] as const),
    ),
    ...job.parts.map(({ component }, at) => ["components", component, `${path}.parts[${at}].component`] as const),
    ...job.parts.flatMap(({ failure }, at) =>
      failure === null ? [] : [["failures", failure, `${path}.parts[${at}].failure`] as const],
    ),
    ...(job.finding?.causes ?? []).flatMap(({ component, failure }, at) => [
      ["components", component, `${path}.finding.causes[${at}].component`] as const,
      ["failures", failure, `${path}.finding.causes[${at}].failure`] as const,
    ]),
  ]);
  for (const [at, { procedure }] of job.tests.entries())
    if (!procedures.has(procedure))
      problems.push({ path: `${path}.tests[${at}].procedure`, message: "is no procedure of the book" });
  if (job.closedAt !== null && job.finding === null)
    problems.push({ path: `${path}.finding`, message: "is needed of a job that is closed" });
  if (job.closedAt !== null && job.closedAt < job.openedAt)
    problems.push({ path: `${path}.closedAt`, message: "lies before the job was opened" });
  if (job.finding?.result === "root-cause" && !job.finding.causes.length)
    problems.push({ path: `${path}.finding.causes`, message: "names no cause" });
  return problems;
}

interface Written extends ImportedJob {
  readonly id: JobId;
  readonly job: CasebookJob;
  readonly known: KnownJob | null;
}

async function importBatch(
  context: CommandContext,
  jobs: readonly CasebookJob[],
  procedures: ReadonlyMap<string, KnownProcedure>,
  tally: { added: number; unchanged: number; updated: number },
): Promise<void> {
  const { db, site } = context;
  const keys = jobs.map(({ key }) => key);
  const known = new Map((await jobsByKey(db, keys)).map((each) => [each.key, each]));
  const before = known.size ? await readJobs(db, [...known.keys()]) : new Map<string, CasebookJob>();
  const written: Written[] = [];
  for (const job of jobs) {
    const own = known.get(job.key) ?? null;
    const there = before.get(job.key);
    if (own && there && fingerprint(there) === fingerprint(job)) {
      tally.unchanged++;
      continue;
    }
    tally[own ? "updated" : "added"]++;
    const made = importedJob(job, procedures, site.currency, own?.version ?? 0);
    written.push({ ...made, id: own?.id ?? (randomUUID() as JobId), job, known: own });
  }
  for (const { known: own } of written)
    if (own) {
      await unlearn(db, own.id, await readFacts(db, own.id));
      await dropFacts(db, own.id);
    }
  await writeJobs(context, written);
  await learnAll(context, written);
}

/** A job as it would be exported, in one form, to tell whether it changed. */
export function fingerprint(job: CasebookJob): string {
  const by = <T>(list: readonly T[], of: (each: T) => string) => [...list].sort((a, b) => (of(a) < of(b) ? -1 : 1));
  const { complaint, parts, finding, vehicle } = job;
  const tidy = {
    ...job,
    complaint: complaint === NOT_TOLD ? null : complaint,
    vehicle: { ...vehicle, vin: vehicle.vin },
    symptoms: by(job.symptoms, ({ key }) => key).map(({ key, conditions }) => ({ key, conditions })),
    codes: by(job.codes, ({ code, module }) => `${code}|${module ?? ""}`),
    modulesScanned: [...job.modulesScanned].sort(),
    parts: parts.map((part) => ({ ...part, cost: part.cost && part.cost.amount > 0 ? part.cost : null })),
    proof: job.proof.map(({ step, result }) => ({ step, result })),
    finding: finding && {
      ...finding,
      causes: by(finding.causes, ({ component, failure }) => `${component}/${failure}`),
    },
  };
  return createHash("sha256")
    .update(JSON.stringify(sorted(tidy)))
    .digest("hex");
}

/** The same value with every object's fields in one order. */
function sorted(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sorted);
  if (value === null || typeof value !== "object") return value;
  return Object.fromEntries(
    Object.entries(value)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, each]) => [key, sorted(each)]),
  );
}

async function writeJobs(context: CommandContext, written: readonly Written[]): Promise<void> {
  const { db, actor, site, commandId, now } = context;
  const by = actor.personId;
  const fresh = written.filter(({ known }) => !known);
  const vehicles = new Map(fresh.map(({ id }) => [id, randomUUID()]));
  // One vehicle a job: a casebook says nothing of which jobs were on the same one, and a VIN may stand in the book already.
  await insertRows(
    db,
    "vehicle",
    "id uuid, make text, model text, year integer, engine text, transmission text, drive text, market text, created_at timestamptz, created_by uuid",
    fresh.map(({ id, job: { vehicle } }) => ({ ...vehicle, id: vehicles.get(id), created_at: now, created_by: by })),
  );
  const last = fresh.length ? await takeJobNumbers(db, site.id, fresh.length) : 0;
  await insertRows(
    db,
    "job",
    "id uuid, key text, site_id uuid, number integer, vehicle_id uuid, odometer_km integer, complaint text, version integer, opened_at timestamptz, opened_by uuid, closed_at timestamptz, closed_by uuid, finding text, rung integer, came_back boolean",
    fresh.map((each, at) => ({
      ...{ id: each.id, key: each.job.key, site_id: site.id, number: last + at + 1, vehicle_id: vehicles.get(each.id) },
      ...{ odometer_km: each.job.odometerKm, complaint: each.job.complaint ?? NOT_TOLD, opened_by: by },
      ...{ opened_at: each.job.openedAt, ...standing(each, by) },
    })),
  );
  for (const each of written.filter(({ known }) => known)) await updateJob(context, each);
  const entryRows = written.flatMap(({ id, entries }) =>
    entries.map(({ seq, at, minutes, body }) => ({
      ...{ job_id: id, seq, kind: body.kind, at, by_id: by, minutes, body, command_id: commandId },
    })),
  );
  const entryColumns =
    "job_id uuid, seq integer, kind text, at timestamptz, by_id uuid, minutes numeric, body jsonb, command_id uuid";
  await insertRows(db, "entry", entryColumns, entryRows);
  await writeFacts(context, written);
}

function standing({ job, facts, entries, known }: Written, by: string) {
  return {
    ...{ version: (known?.version ?? 0) + entries.length, closed_at: job.closedAt, closed_by: job.closedAt && by },
    ...{ finding: job.finding?.result ?? null, rung: rungOf(proofOfCure(facts)), came_back: cameBack(facts) },
  };
}

async function updateJob({ db, actor }: CommandContext, each: Written): Promise<void> {
  const row = standing(each, actor.personId);
  await db.query(
    `update job
     set version = $2, closed_at = $3, closed_by = $4, finding = $5, rung = $6, came_back = $7, odometer_km = $8, complaint = $9
     where id = $1`,
    [
      ...[each.id, row.version, row.closed_at, row.closed_by, row.finding, row.rung, row.came_back],
      ...[each.job.odometerKm, each.job.complaint ?? NOT_TOLD],
    ],
  );
  const { vehicle } = each.job;
  await db.query(
    `update vehicle v
     set make = $2, model = $3, year = $4, engine = $5, transmission = $6, drive = $7, market = $8
     from job j
     where j.id = $1 and v.id = j.vehicle_id`,
    [
      ...[each.id, vehicle.make, vehicle.model, vehicle.year],
      ...[vehicle.engine, vehicle.transmission, vehicle.drive, vehicle.market],
    ],
  );
}

/** What the entries add up to, table by table. */
async function writeFacts({ db }: CommandContext, written: readonly Written[]): Promise<void> {
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
  await insertRows(
    db,
    "job_cause",
    "job_id uuid, seq integer, component text, failure text",
    rows(({ job }, seqOf) => (job.finding?.causes ?? []).map((cause) => ({ seq: seqOf("finding"), ...cause }))),
  );
}

/** What the jobs of a batch teach, added up before it is written. */
async function learnAll({ db }: CommandContext, written: readonly Written[]): Promise<void> {
  const closed = written.filter(({ facts }) => facts.closed);
  const lessons = closed.map(({ facts }) => lessonOf(facts));
  const all: Lesson = {
    causes: lessons.flatMap(({ causes }) => causes),
    features: lessons.flatMap(({ features }) => features),
    outcomes: lessons.flatMap(({ outcomes }) => outcomes),
    trials: lessons.flatMap(({ trials }) => trials),
  };
  await applyLesson(db, all, 1);
  const features = closed.flatMap(({ id, facts }) =>
    presentFeatures(facts.symptoms, facts.codes).map(({ key }) => ({ jobId: id, feature: key })),
  );
  await addFeaturesOfJobs(db, features, closed.length);
}

async function linkComebacks({ db }: CommandContext, jobs: readonly CasebookJob[]): Promise<void> {
  const rows = jobs.flatMap(({ key, comebackOf }) => (comebackOf === null ? [] : [{ key, of: comebackOf }]));
  if (!rows.length) return;
  const known = new Set(
    (
      await jobsByKey(
        db,
        rows.map(({ of }) => of),
      )
    ).map(({ key }) => key),
  );
  const missing = jobs.flatMap(({ comebackOf }, at) =>
    comebackOf !== null && !known.has(comebackOf)
      ? [{ path: `jobs[${at}].comebackOf`, message: "is no job of the file or the shop" }]
      : [],
  );
  if (missing.length) throw new CasebookRefusal(missing);
  await setComebacks(db, rows);
}
