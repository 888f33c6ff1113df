import "server-only";
import { causeKey, type Procedure } from "@/core/book";
import type { KnownFailure } from "@/core/known-failures";
import type { SiteId } from "@/core/ids";
import type { Unit } from "@/core/measure";
import { readLinks, readVocabulary } from "@/server/db/book";
import { readKnownFailures } from "@/server/db/known-failures";
import { keysOfOthers } from "@/server/db/other-shops";
import { readRepairs } from "@/server/db/repairs";
import { namesOfPeople, platesAndVins, readCasebookJobs } from "@/server/db/casebook";
import { readProcedures } from "@/server/db/procedures";
import type { Db } from "@/server/db/pool";
import { nameless, secretsOf, type Secrets } from "./nameless";
import type { CasebookJob, CasebookTest } from "./shape";

const BATCH = 400;

interface Exporting {
  readonly now: Date;
  /** Whether what identifies a vehicle's owner is left out. */
  readonly anonymous: boolean;
  /** Told of each batch of jobs when it was given out. */
  readonly told?: (more: number) => Promise<void>;
}

/** A site's casebook, in pieces of text: jobs come batch after batch, so that no whole book stands in memory. What came from other shops is theirs to give. */
export async function* exportCasebook(
  db: Db,
  siteId: SiteId,
  { now, anonymous, told: toldOf = async () => {} }: Exporting,
): AsyncGenerator<string> {
  const { symptoms, conditions, components, failures } = await readVocabulary(db);
  const theirs = await keysOfOthers(db);
  const procedures = (await readProcedures(db)).filter(({ key }) => !theirs.procedures.has(key)).map(asWritten);
  const known = (await readKnownFailures(db)).filter(({ key }) => !theirs.patterns.has(key));
  const fixes = (await readRepairs(db)).filter((repair) => !theirs.fixes.has(causeKey(repair)));
  const secrets = anonymous ? await readSecrets(db) : null;
  const told = <Value>(value: Value) => (secrets ? nameless(value, secrets) : value);
  const head = {
    format: "dead-ends/casebook",
    version: 1,
    exportedAt: now.toISOString(),
    vocabulary: {
      symptoms: symptoms.map(({ key, label, system }) => ({ key, label: told(label), system })),
      conditions: conditions.map(({ key, label, topic }) => ({ key, label: told(label), topic })),
      components: components.map(({ key, label, system, needs = {} }) => ({ key, label: told(label), system, needs })),
      failures: failures.map(({ key, label }) => ({ key, label: told(label) })),
    },
    links: await readLinks(db),
    procedures: told(procedures),
    fixes,
    patterns: anonymous ? told(known.map(withoutPeople)) : known,
  };
  yield `${JSON.stringify(head).slice(0, -1)},"jobs":[`;
  let between = "\n";
  for await (const jobs of exportedJobs(db, siteId)) {
    yield between + jobs.map((job) => JSON.stringify(anonymous ? withoutOwner(job) : job)).join(",\n");
    between = ",\n";
    await toldOf(jobs.length);
  }
  yield "\n]}\n";
}

async function readSecrets(db: Db): Promise<Secrets> {
  return secretsOf(await platesAndVins(db), await namesOfPeople(db));
}

/** Who said what stays in the shop; how often it was said does not. */
function withoutPeople(known: KnownFailure): KnownFailure {
  const reports = known.details.reports.map((report) => ({ ...report, text: "", by: "" }));
  return { ...known, details: { ...known.details, notes: [], reports } };
}

/** Every job of a site in the order of their keys, some hundred at a time. */
export async function* exportedJobs(db: Db, siteId: SiteId): AsyncGenerator<readonly CasebookJob[]> {
  let after = "";
  for (;;) {
    const rows = await readCasebookJobs(db, siteId, { after, most: BATCH });
    const last = rows.at(-1);
    if (!last) return;
    yield rows.map(({ job }) => exported(job));
    if (rows.length < BATCH) return;
    after = last.key;
  }
}

/** A procedure without what only this shop keeps of it. */
function asWritten(procedure: Procedure): Record<string, unknown> {
  const own = new Set(["version", "proposed", "pictured"]);
  return Object.fromEntries(Object.entries(procedure).filter(([name]) => !own.has(name)));
}

/** What identifies a vehicle's owner is left out: the VIN, and the customer's own words. */
const withoutOwner = (job: CasebookJob): CasebookJob => ({
  ...job,
  complaint: null,
  vehicle: { ...job.vehicle, vin: null },
});

interface StoredReading {
  readonly label: string;
  readonly reading: { readonly value?: number; readonly unit?: Unit; readonly open?: true };
}

/** A job as it is read from the database, in the contract's shape. */
export function exported(job: object): CasebookJob {
  const stored = job as Omit<CasebookJob, "tests"> & {
    readonly tests: readonly (Omit<CasebookTest, "readings"> & { readonly readings: readonly StoredReading[] })[];
  };
  const moment = (text: string | null) => text && new Date(text).toISOString();
  return {
    ...stored,
    openedAt: moment(stored.openedAt) ?? "",
    closedAt: moment(stored.closedAt),
    tests: stored.tests.map(({ readings, ...test }) => ({
      ...test,
      readings: readings.map(({ label, reading }) => ({ label, ...reading })),
    })),
    proof: stored.proof.map((proof) => ({ ...proof, at: moment(proof.at) })),
  };
}

/** Jobs by their keys, as they would be exported. */
export async function readJobs(
  db: Db,
  siteId: SiteId,
  keys: readonly string[],
): Promise<ReadonlyMap<string, CasebookJob>> {
  const rows = await readCasebookJobs(db, siteId, { keys });
  return new Map(rows.map(({ key, job }) => [key, exported(job)]));
}
