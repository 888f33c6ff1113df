import "server-only";
import { createHash } from "node:crypto";
import { codeFeature } from "@/core/case";
import { afterSteps, bookBesideOthers, type Book, type Counted, type Repair } from "@/core/book";
import type { ModuleName } from "@/core/codes";
import { patternOf } from "@/core/known-failures";
import type { Labels } from "@/core/words";
import { ALL_VEHICLES, UNSOLVED_JOBS, type GroupKey } from "@/core/vehicle";
import { stepsBetween } from "@/server/db/book-steps";
import type { BookVersion } from "@/server/db/book-version";
import {
  readCauses,
  readComponents,
  readLinks,
  readSymptomSystems,
  readVocabulary,
  type Vocabulary,
} from "@/server/db/book";
import { readLearntRepairs, readRepairs } from "@/server/db/repairs";
import { readFeatures, readGroups, readOutcomes, type Whose } from "@/server/db/read-counters";
import { readSpeakingFailures, type SpeakingFailure } from "@/server/db/known-failures";
import { listModules } from "@/server/db/modules";
import { hasOtherShops } from "@/server/db/other-shops";
import type { Db } from "@/server/db/pool";
import { readProcedures } from "@/server/db/procedures";
import { readMergedWords, type MergedWord } from "@/server/db/words";
import { labelsFrom } from "./labels";

/** What is the same for every case. */
export interface KeptBook {
  readonly version: string;
  readonly nth: number;
  readonly words: string;
  readonly known: Omit<Book, "shop">;
  /** What this shop's jobs add up to, and those of others where they speak; `known` has both. */
  readonly counted: { readonly own: Counted; readonly others: Counted | null };
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
export const WIDE: readonly GroupKey[] = [ALL_VEHICLES, UNSOLVED_JOBS];

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

/** All of it, from the database. */
export async function readBook(db: Db, { version, nth, words }: BookVersion): Promise<KeptBook> {
  // One after another: a transaction's connection takes one query at a time.
  const causes = await readCauses(db);
  const components = await readComponents(db);
  const symptomSystems = await readSymptomSystems(db);
  const links = await readLinks(db);
  const own = await readCounted(db, "own");
  const others = (await hasOtherShops(db)) ? await readCounted(db, "others") : null;
  const { counted, share } = beside(own, others);
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
    counted: { own, others },
    shareOfOthers: share,
    vocabulary,
    merged,
    modules: await listModules(db),
    labels: labelsFrom(vocabulary, procedures, merged),
    proceduresVersion: createHash("sha256").update(JSON.stringify(procedures)).digest("base64url").slice(0, 16),
  };
}

const beside = (own: Counted, others: Counted | null): { readonly counted: Counted; readonly share: number | null } =>
  others ? bookBesideOthers(own, others) : { counted: own, share: null };

/** What is counted over all vehicles. */
async function readCounted(db: Db, whose: Whose): Promise<Counted> {
  const groups = await readGroups(db, WIDE, whose);
  const { features, codesByModule } = await readFeatures(db, whose);
  return { groups, features, codesByModule, outcomes: await readOutcomes(db, whose) };
}

/** The book that is in memory with what closed jobs have added to its counters since; null where something else is another as well. */
export async function stepped(
  db: Db,
  before: KeptBook,
  { version, nth, words }: BookVersion,
): Promise<KeptBook | null> {
  if (before.words !== words) return null;
  const steps = await stepsBetween(db, before.nth, nth);
  if (!steps) return null;
  const { others } = before.counted;
  const own = afterSteps(before.counted.own, steps, (feature) => feature.startsWith(codeFeature("")));
  const { counted, share } = beside(own, others);
  const learnt = await readLearnt(db, { ...before.known, ...counted }, before.fixed);
  return { ...before, version, nth, counted: { own, others }, shareOfOthers: share, ...learnt };
}
