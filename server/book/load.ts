import "server-only";
import { createHash } from "node:crypto";
import { codeFeature, withSuspectsOf, type CaseFile } from "@/core/case";
import {
  afterSteps,
  bookBesideOthers,
  groupsBesideOthers,
  type Book,
  type Counted,
  type CountsByCause,
  type Repair,
} from "@/core/book";
import type { ModuleName } from "@/core/codes";
import { patternOf } from "@/core/known-failures";
import type { Labels } from "@/core/words";
import { ALL_VEHICLES, groupsOf, UNSOLVED_JOBS, type GroupKey } from "@/core/vehicle";
import { stepsBetween } from "@/server/db/book-steps";
import { readBookVersion, type BookVersion } from "@/server/db/book-version";
import {
  readCauses,
  readComponents,
  readLinks,
  readSymptomSystems,
  readVocabulary,
  type Vocabulary,
} from "@/server/db/book";
import { readLearntRepairs, readRepairs } from "@/server/db/repairs";
import { readFeatures, readGroups, readOutcomes, type Whose } from "@/server/db/counters";
import { readSpeakingFailures, type SpeakingFailure } from "@/server/db/known-failures";
import { hasOtherShops } from "@/server/db/other-shops";
import { listModules } from "@/server/db/modules";
import { pool, type Db } from "@/server/db/pool";
import { readProcedures } from "@/server/db/procedures";
import type { Site } from "@/server/db/sites";
import { readMergedWords, type MergedWord } from "@/server/db/words";
import { labelsFrom } from "./labels";
import { isNothingNew, newsSoFar, nothingNewSince } from "@/server/db/book-news";

/** What is the same for every case. */
interface KeptBook {
  readonly version: string;
  readonly nth: number;
  readonly words: string;
  readonly known: Omit<Book, "shop">;
  /** By what share other shops' counts were taken over the whole book; null where none of them speaks. */
  readonly shareOfOthers: number | null;
  /** Repairs that somebody wrote down. */
  readonly fixed: readonly Repair[];
  readonly vocabulary: Vocabulary;
  readonly merged: readonly MergedWord[];
  readonly modules: readonly ModuleName[];
  readonly labels: Labels;
  /** The known failures that speak, those that nobody has explained among them. */
  readonly speaking: readonly SpeakingFailure[];
  /** Another one whenever a procedure changes: who keeps the procedures asks for them anew then. */
  readonly proceduresVersion: string;
}

/** Counted over all vehicles: part of the book, and not asked for again with each case. */
const WIDE: readonly GroupKey[] = [ALL_VEHICLES, UNSOLVED_JOBS];

// One book for the whole process, also when the development server loads this module again.
const kept: typeof globalThis & { deadEndsBook?: KeptBook } = globalThis;

/**
 * What the counters and the book say about one case. Reads counters, never jobs: its time does not grow with them. What is the same
 * for every case is kept in memory, with all that the engine works out from it, until it changes.
 */
export async function loadBook(db: Db, site: Site, file: CaseFile): Promise<Book> {
  const { known, shareOfOthers } = await currentBook(db);
  const wanted = groupsOf(file.vehicle, file.odometerKm).filter((group) => !WIDE.includes(group));
  const own = await readGroups(db, wanted);
  const counted =
    shareOfOthers === null ? own : groupsBesideOthers(own, await readGroups(db, wanted, "others"), shareOfOthers);
  const groups = new Map<GroupKey, CountsByCause>([...known.groups, ...counted]);
  const shop = { currency: site.currency, ratePerHour: site.ratePerHour };
  return withSuspectsOf({ ...known, groups, shop }, file);
}

/** The shop's words for what the book speaks of. */
export async function loadLabels(db: Db): Promise<Labels> {
  return (await currentBook(db)).labels;
}

/** The version of all that the book and its counters say. */
export async function bookVersion(db: Db): Promise<string> {
  return (await currentBook(db)).version;
}

/** Every word of the shop, with the other words people use for it. */
export async function loadVocabulary(db: Db): Promise<Vocabulary> {
  return (await currentBook(db)).vocabulary;
}

/** The words that became others. */
export async function loadMergedWords(db: Db): Promise<readonly MergedWord[]> {
  return (await currentBook(db)).merged;
}

/** What control modules are called here. */
export async function loadModules(db: Db): Promise<readonly ModuleName[]> {
  return (await currentBook(db)).modules;
}

/** The known failures that speak, each with the grade that the jobs here give it. */
export async function speakingFailures(db: Db): Promise<readonly SpeakingFailure[]> {
  return (await currentBook(db)).speaking;
}

/** Whether the casebook of another shop speaks here. */
export async function othersSpeak(db: Db): Promise<boolean> {
  return (await currentBook(db)).shareOfOthers !== null;
}

/** The procedures of the book, by key. */
export async function proceduresByKey(db: Db): Promise<ReadonlyMap<string, Book["procedures"][number]>> {
  return new Map((await currentBook(db)).known.procedures.map((procedure) => [procedure.key, procedure]));
}

/** Tells whether the procedures that somebody keeps are still the book's. */
export async function proceduresVersion(db: Db): Promise<string> {
  return (await currentBook(db)).proceduresVersion;
}

async function currentBook(db: Db): Promise<KeptBook> {
  if (db === pool() && kept.deadEndsBook && isNothingNew()) return kept.deadEndsBook;
  const asked = newsSoFar();
  // The version first: what is read after it may be newer, and is then read once more, but never older.
  const version = await readBookVersion(db);
  const before = kept.deadEndsBook;
  if (before?.version === version.version) {
    if (db === pool()) nothingNewSince(asked);
    return before;
  }
  const book = (before && (await stepped(db, before, version))) ?? (await readBook(db, version));
  // What a transaction changed itself is not for others until it is kept, and may change again before.
  if (!version.own) {
    kept.deadEndsBook = book;
    if (db === pool()) nothingNewSince(asked);
  }
  return book;
}

/** The book that is in memory with what closed jobs have added to its counters since; null where something else is another as well. */
async function stepped(db: Db, before: KeptBook, { version, nth, words }: BookVersion): Promise<KeptBook | null> {
  if (before.words !== words || before.shareOfOthers !== null) return null;
  const steps = await stepsBetween(db, before.nth, nth);
  if (!steps) return null;
  const counted = afterSteps(before.known, steps, (feature) => feature.startsWith(codeFeature("")));
  return { ...before, version, nth, ...(await readLearnt(db, { ...before.known, ...counted }, before.fixed)) };
}

/** What jobs show of repairs and known failures, beside what is counted. */
async function readLearnt(
  db: Db,
  known: Omit<Book, "shop" | "repairs" | "patterns">,
  fixed: readonly Repair[],
): Promise<Pick<KeptBook, "known" | "speaking">> {
  const repairs = [...fixed, ...(await readLearntRepairs(db))];
  const speaking = await readSpeakingFailures(db);
  const patterns = speaking.flatMap((failure) => patternOf(failure, failure.grade) ?? []);
  return { known: { ...known, repairs, patterns }, speaking };
}

async function readBook(db: Db, { version, nth, words }: BookVersion): Promise<KeptBook> {
  // One after another: a transaction's connection takes one query at a time.
  const causes = await readCauses(db);
  const components = await readComponents(db);
  const symptomSystems = await readSymptomSystems(db);
  const links = await readLinks(db);
  const own = await readCounted(db, "own");
  const { counted, share } = (await hasOtherShops(db))
    ? bookBesideOthers(own, await readCounted(db, "others"))
    : { counted: own, share: null };
  const procedures = await readProcedures(db);
  const fixed = await readRepairs(db);
  const vocabulary = await readVocabulary(db);
  const merged = await readMergedWords(db);
  const known = { causes, components, symptomSystems, links, ...counted, procedures };
  return {
    version,
    nth,
    words,
    ...(await readLearnt(db, known, fixed)),
    fixed,
    shareOfOthers: share,
    vocabulary,
    merged,
    modules: await listModules(db),
    labels: labelsFrom(vocabulary, procedures, merged),
    proceduresVersion: createHash("sha256").update(JSON.stringify(procedures)).digest("base64url").slice(0, 16),
  };
}

/** What is counted over all vehicles. */
async function readCounted(db: Db, whose: Whose): Promise<Counted> {
  const groups = await readGroups(db, WIDE, whose);
  const { features, codesByModule } = await readFeatures(db, whose);
  return { groups, features, codesByModule, outcomes: await readOutcomes(db, whose) };
}
