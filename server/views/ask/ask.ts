import "server-only";
import { genericText } from "@/core/codes";
import type { Book, Cause } from "@/core/book";
import type { CaseFile } from "@/core/case";
import type { JobId } from "@/core/ids";
import { EVERY_VEHICLE, overlaps, type KnownFailure } from "@/core/known-failures";
import { advise } from "@/core/plan";
import { causeName, lowerFirst, type Labels } from "@/core/words";
import type { Understood } from "@/core/search";
import type { Vehicle } from "@/core/vehicle";
import { loadBook, loadLabels, speakingFailures } from "@/server/book/load";
import {
  causesOfJobs,
  findAskedJobs,
  readFoundJobs,
  type AskedJobRow,
  type CauseFound,
  type JobFoundRow,
} from "@/server/db/asked-jobs";
import type { Db } from "@/server/db/pool";
import type { Site } from "@/server/db/sites";
import { deadEndsFor } from "@/server/views/advice-answer";
import { deadEnds, type DeadEndView } from "@/server/views/been-here";
import { outcomeText } from "@/server/views/outcome";
import { askedCase, askedFor, askedVehicle, marksOfQuestion, NOTHING_TOLD, type AskedMarks } from "./asked-case";
import { readQuestion, type Question } from "./question";

/** A cause that jobs like the question came to. */
export interface AskedCause extends CauseFound {
  readonly name: string;
  /** The titles of what settled it. */
  readonly settled: readonly string[];
  /** Of the jobs found that came to a cause. */
  readonly share: number;
  /** By the engine, where the question tells what a vehicle shows. */
  readonly probability: number | null;
}

export interface AskedJob extends JobFoundRow {
  /** How much of what was asked for it has, 0 to 1. */
  readonly score: number;
  readonly because: readonly string[];
  readonly outcome: string;
}

export interface AskAnswer {
  readonly understood: readonly Understood[];
  readonly rest: readonly string[];
  /** The question as a case; null where it tells of nothing that a vehicle shows. */
  readonly file: CaseFile | null;
  readonly causes: readonly AskedCause[];
  /** Where no job came to a cause: what the engine holds likely. */
  readonly suspects: readonly (Cause & { readonly name: string; readonly probability: number })[];
  readonly patterns: readonly { readonly key: string; readonly title: string }[];
  readonly procedures: readonly { readonly key: string; readonly title: string }[];
  readonly codes: readonly { readonly code: string; readonly meaning: string }[];
  readonly jobs: readonly AskedJob[];
  readonly deadEnds: readonly DeadEndView[];
  /** So many jobs have all of it, or most of it where none has all. */
  readonly found: number;
  /** Causes are counted over the latest of them. */
  readonly counted: number;
  readonly hasAll: boolean;
}

/** So many jobs are found. */
const MOST_JOBS = 1000;
/** Causes are counted over so many of them, the latest. */
const MOST_COUNTED = 500;
const MOST_CAUSES = 8;
const MOST_SUSPECTS = 5;

/** What somebody asks, and how many jobs and procedures they want at most. */
interface AskedQuestion {
  readonly typed: string;
  readonly limit: number;
  readonly now: Date;
}

/** One field over the book: what is what in a question, and what the shop knows of it. */
export async function ask(db: Db, site: Site, { typed, limit, now }: AskedQuestion): Promise<AskAnswer> {
  const labels = await loadLabels(db);
  const question = await readQuestion(db, { typed, siteId: site.id, labels, thisYear: now.getUTCFullYear() });
  const vehicle = await askedVehicle(db, site.id, question.understood);
  const file = askedCase(question, vehicle);
  const book = await loadBook(db, site, file ?? { ...NOTHING_TOLD, vehicle });
  const asked = marksOfQuestion(question, book);
  const { what, parts } = askedFor(question, asked);
  const rows = parts ? await findAskedJobs(db, what, MOST_JOBS) : [];
  const matched = bestOf(rows);
  const [jobs, ends, speaking, { causes, suspects }] = await Promise.all([
    jobsAsked(db, site, rows.slice(0, limit), { asked, labels, parts, vehicle }),
    file ? deadEnds(db, file, labels, site) : [],
    speakingFailures(db),
    // The engine works while the database does: it comes last.
    causesAsked(db, { book, file, labels, matched }),
  ]);
  return {
    understood: question.understood,
    rest: question.rest,
    file,
    causes,
    suspects,
    patterns: patternsAsked(speaking, question, vehicle),
    procedures: proceduresAsked(book, question, causes, limit),
    codes: codesAsked(question),
    jobs,
    deadEnds: ends,
    found: matched.length,
    counted: Math.min(matched.length, MOST_COUNTED),
    hasAll: matched.length > 0 && matched[0]?.matched === parts,
  };
}

/** Closed jobs that have all of what somebody asks for. */
export async function jobsFor(
  db: Db,
  site: Site,
  { typed, now }: Omit<AskedQuestion, "limit">,
): Promise<readonly JobId[]> {
  const thisYear = now.getUTCFullYear();
  const question = await readQuestion(db, { typed, siteId: site.id, labels: await loadLabels(db), thisYear });
  const vehicle = await askedVehicle(db, site.id, question.understood);
  const book = await loadBook(db, site, askedCase(question, vehicle) ?? { ...NOTHING_TOLD, vehicle });
  const { what, parts } = askedFor(question, marksOfQuestion(question, book));
  const rows = parts ? await findAskedJobs(db, what, MOST_JOBS) : [];
  return rows.flatMap(({ id, matched }) => (matched === parts ? id : []));
}

/** Those that have most of what was asked for. */
const bestOf = (rows: readonly AskedJobRow[]) => rows.filter(({ matched }) => matched === rows[0]?.matched);

interface ForCauses {
  readonly book: Book;
  readonly file: CaseFile | null;
  readonly labels: Labels;
  readonly matched: readonly AskedJobRow[];
}

async function causesAsked(db: Db, { book, file, labels, matched }: ForCauses) {
  const ids = matched.slice(0, MOST_COUNTED).map(({ id }) => id);
  const counting = causesOfJobs(db, ids, MOST_CAUSES);
  const advice = file && advise(book, file);
  const { causes: found, jobs: all } = await counting;
  const odds = new Map(advice?.suspects.map(({ cause, probability }) => [cause.key as string, probability]) ?? []);
  const causes = found.map((cause): AskedCause => ({
    ...cause,
    name: causeName(labels, cause),
    settled: cause.settledBy.map(labels.procedure),
    share: all ? cause.jobs / all : 0,
    probability: file ? (odds.get(`${cause.component}/${cause.failure}`) ?? 0) : null,
  }));
  const suspects = (causes.length ? [] : (advice?.suspects ?? [])).slice(0, MOST_SUSPECTS).map((each) => ({
    component: each.cause.component,
    failure: each.cause.failure,
    name: causeName(labels, each.cause),
    probability: each.probability,
  }));
  return { causes, suspects };
}

/** Known failures that speak of what was asked, on such a vehicle; those that nobody has explained by their symptoms. */
function patternsAsked(speaking: readonly KnownFailure[], { understood }: Question, vehicle: Vehicle) {
  const keys = (kind: Understood["kind"]) =>
    new Set(understood.filter((each) => each.kind === kind).map(({ key }) => key));
  const [components, failures] = [keys("component"), keys("failure")];
  const [symptoms, codes] = [keys("symptom"), keys("code")];
  const isAsked = components.size + failures.size + symptoms.size + codes.size > 0;
  const { make, model, year, engine, transmission } = vehicle;
  const asked = {
    ...EVERY_VEHICLE,
    make: make || null,
    models: model ? [model] : [],
    years: year ? ([year, year] as const) : null,
    engines: engine ? [engine] : [],
    transmissions: transmission ? [transmission] : [],
  };
  return speaking
    .filter(({ applies }) => overlaps(applies, asked))
    .filter(
      (each) =>
        (each.component !== null && components.has(each.component)) ||
        (each.failure !== null && failures.has(each.failure)) ||
        each.symptoms.some((key) => symptoms.has(key)) ||
        each.codes.some((code) => codes.has(code)) ||
        (!isAsked && (make !== "" || engine !== null)),
    )
    .map(({ key, title }) => ({ key, title }));
}

/** Procedures that are called so, that test what was asked for, and that settled what was found. */
function proceduresAsked(book: Book, question: Question, causes: readonly AskedCause[], limit: number) {
  const components = new Set(question.understood.filter(({ kind }) => kind === "component").map(({ key }) => key));
  const speaksOf = book.procedures.filter(({ component }) => component !== null && components.has(component));
  const keys = new Set([
    ...question.procedures,
    ...speaksOf.map(({ key }) => key),
    ...causes.flatMap(({ settledBy }) => settledBy),
  ]);
  const titles = new Map(book.procedures.map(({ key, title }) => [key, title]));
  return [...keys]
    .flatMap((key) => {
      const title = titles.get(key);
      return title === undefined ? [] : [{ key, title }];
    })
    .slice(0, limit);
}

function codesAsked({ understood, codes }: Question) {
  const asked = understood.flatMap(({ kind, key }) => (kind === "code" ? [key] : []));
  return [...new Set([...asked, ...codes])].map((code) => ({ code, meaning: genericText(code) ?? "" }));
}

interface ForJobs {
  readonly asked: readonly AskedMarks[];
  readonly labels: Labels;
  readonly parts: number;
  readonly vehicle: Vehicle;
}

async function jobsAsked(db: Db, site: Site, rows: readonly AskedJobRow[], { asked, labels, parts, vehicle }: ForJobs) {
  const jobs = await readFoundJobs(db, site.id, {
    ids: rows.map(({ id }) => id),
    marks: asked.flatMap(({ marks }) => marks),
  });
  const matched = new Map(rows.map((row) => [row.id, row.matched]));
  return jobs.map((job): AskedJob => {
    const has = asked.filter(({ marks }) => marks.some((mark) => job.marks.includes(mark)));
    const sameMake = vehicle.make !== "" && !vehicle.model && job.vehicle.make === vehicle.make;
    return {
      ...job,
      score: (matched.get(job.id) ?? 0) / parts,
      because: [...(sameMake ? ["same make"] : []), ...has.map(({ of }) => becauseOf(of))],
      outcome: outcomeText(labels, job),
    };
  });
}

function becauseOf({ kind, name }: Understood): string {
  if (kind === "engine" || kind === "transmission" || kind === "model") return `same ${kind}`;
  return kind === "code" ? `code ${name}` : lowerFirst(name);
}

/** The answer of `GET /api/v1/ask`, as the contract writes it. */
export async function askJson(db: Db, answer: AskAnswer): Promise<object> {
  const { understood, rest, causes, patterns, procedures, jobs, file, deadEnds: ends } = answer;
  return {
    understood: understood.map(({ text, kind, key }) => ({ text, kind, key })),
    rest,
    causes: causes.map(({ component, failure, jobs: count, share, medianMinutes, settledBy, probability }) => ({
      component,
      failure,
      jobs: count,
      share,
      medianMinutes,
      settledBy,
      probability,
    })),
    patterns: patterns.map(({ key }) => key),
    procedures: procedures.map(({ key }) => key),
    jobs: jobs.map(({ key, score, because }) => ({ job: key, score, because })),
    deadEnds: file ? await deadEndsFor(db, file, ends) : [],
  };
}
