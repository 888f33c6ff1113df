import "server-only";
import type { Effect } from "@/core/book";
import type { JobFacts } from "@/core/job";
import type { EntryBody } from "@/core/entries";
import type { CasebookJob, CasebookTest } from "./shape";

/** What a procedure of the book is called and says, for the entries of imported tests. */
export interface KnownProcedure {
  readonly title: string;
  readonly access: string | null;
  readonly version: number;
  readonly outcomes: ReadonlyMap<string, { readonly label: string; readonly effects: readonly Effect[] }>;
}

export interface ImportedEntry {
  readonly seq: number;
  readonly at: string;
  readonly minutes: number;
  readonly body: EntryBody;
}

export interface ImportedJob {
  readonly entries: readonly ImportedEntry[];
  readonly facts: JobFacts;
}

export const NOT_TOLD = "(not told)";

/**
 * A casebook's job as a trail and its facts: came in, told, scanned, tested, fitted, found, proved, closed.
 * @param from entries already on the trail: those of an import come after them
 */
export function importedJob(
  job: CasebookJob,
  procedures: ReadonlyMap<string, KnownProcedure>,
  currency: string,
  from = 0,
): ImportedJob {
  const entries: ImportedEntry[] = [];
  const end = job.closedAt ?? job.openedAt;
  const add = (body: EntryBody, minutes = 0, at = job.openedAt): number => {
    const seq = from + entries.length + 1;
    entries.push({ seq, at, minutes, body });
    return seq;
  };
  const { odometerKm, symptoms, codes, modulesScanned: modulesRead, modulesSilent } = job;
  if (from === 0) add({ kind: "opened", complaint: job.complaint ?? NOT_TOLD, odometerKm });
  else add({ kind: "imported", odometerKm });
  if (symptoms.length) add({ kind: "symptoms", symptoms });
  const scanned = codes.length || modulesRead.length || modulesSilent.length;
  const scan = scanned ? add({ kind: "scan", codes, modulesRead, modulesSilent }) : 0;
  const tests = job.tests.map((test) => {
    const known = procedures.get(test.procedure);
    const outcome = known?.outcomes.get(test.outcome);
    const title = known?.title ?? test.procedure;
    const effects = outcome?.effects ?? [];
    const readings = test.readings.map(readingOf);
    const body: EntryBody = {
      kind: "test",
      procedure: test.procedure,
      title,
      outcome: test.outcome,
      version: known?.version ?? null,
      place: test.place,
      access: known?.access ?? null,
      outcomeLabel: outcome?.label ?? test.outcome,
      readings,
      verdict: null,
      verdictText: null,
      effects,
      note: "",
    };
    const seq = add(body, test.minutes);
    return {
      seq,
      procedure: test.procedure,
      title,
      outcome: test.outcome,
      effects,
      place: test.place,
      minutes: test.minutes,
      access: known?.access ?? null,
    };
  });
  const parts = job.parts.map((part) => {
    const cost = part.cost ?? { amount: 0, currency };
    const seq = add({ kind: "part", ...part, cost }, part.minutes);
    return { ...part, cost, seq, resultSeq: part.result === null ? null : seq };
  });
  if (job.finding) add({ kind: "finding", ...job.finding, why: "" }, 0, end);
  const proof = job.proof.map(({ step, result, at }) => ({
    step,
    result,
    seq: add({ kind: "proof", step, result, note: "" }, 0, at ?? end),
  }));
  if (job.closedAt) add({ kind: "closed", rung: 0, reason: "" }, 0, job.closedAt);
  const facts: JobFacts = {
    vehicle: job.vehicle,
    odometerKm,
    symptoms,
    codes,
    modulesScanned: modulesRead,
    silences: modulesSilent.map((module) => ({ seq: scan, module, code: null })),
    coverage: [],
    priorWork: [],
    symptomSystems: [],
    confirmation: null,
    watch: null,
    bypasses: [],
    tests,
    parts,
    proof,
    finding: job.finding,
    closed: job.closedAt !== null,
  };
  return { entries, facts };
}

/** The schema lets a reading be open, or a value with its unit, and nothing else. */
function readingOf({ label, value, unit }: CasebookTest["readings"][number]) {
  if (value === undefined || unit === undefined) return { label, reading: { open: true as const } };
  return { label, reading: { value, unit } };
}
