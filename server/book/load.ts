import "server-only";
import { withSuspectsOf, type CaseFile } from "@/core/case";
import { groupsBesideOthers, type Book, type CountsByCause } from "@/core/book";
import type { ModuleName } from "@/core/codes";
import type { Labels } from "@/core/words";
import { groupsOf, type GroupKey } from "@/core/vehicle";
import type { Vocabulary } from "@/server/db/book";
import { readGroups } from "@/server/db/read-counters";
import type { SpeakingFailure } from "@/server/db/known-failures";
import type { Db } from "@/server/db/pool";
import type { Site } from "@/server/db/sites";
import type { MergedWord } from "@/server/db/words";
import { currentBook } from "./current-book";
import { WIDE } from "./read-book";

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

/** The version of what is not counted: words, causes, procedures, known failures. */
export async function wordsVersion(db: Db): Promise<string> {
  return (await currentBook(db)).words;
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
