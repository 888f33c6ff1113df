import "server-only";
import { isDeepStrictEqual } from "node:util";
import { causeKey, CONDITION_TOPICS, type Cause, type Procedure } from "@/core/book";
import type { PersonId } from "@/core/ids";
import { lessonOf } from "@/core/lesson";
import { Breath } from "@/server/casebook/breath";
import { readCurrentNames } from "@/server/casebook/current-names";
import { importedJob } from "@/server/casebook/facts-of-job";
import { knownProcedure } from "@/server/casebook/known-procedure";
import { bookInput, type CasebookBook, type CasebookJob } from "@/server/casebook/shape";
import type { CommandContext } from "@/server/commands/command";
import { ensureCauses, readVocabulary, writeNeeds } from "@/server/db/book";
import { emptyCountersOf, LessonSum } from "@/server/db/counters";
import { readKnownFailures, setKnownFailure } from "@/server/db/known-failures";
import {
  jobsOfOtherShop,
  letGoOf,
  markAsOf,
  setSpoken,
  speakingShops,
  type OtherShopFound,
} from "@/server/db/other-shops";
import type { Db } from "@/server/db/pool";
import { insertProcedure, readAllProcedures } from "@/server/db/procedures";
import { readRepairs, setRepair } from "@/server/db/repairs";
import { insertWord } from "@/server/db/words";
import { validate } from "@/server/input";
import { jobSpoken, namesSpoken, translate, type Translated } from "./translate";

interface Counting {
  readonly db: Db;
  /** In which this shop reckons: what a part cost where a job does not say. */
  readonly currency: string;
}

/** On whose behalf a casebook speaks here, and since when. */
interface Speaking extends Counting {
  readonly by: PersonId;
  readonly now: Date;
}

export const speakingFor = ({ db, actor, site, now }: CommandContext): Speaking => ({
  db,
  by: actor.personId,
  now,
  currency: site.currency,
});

/** What a casebook added to the book. */
export interface Added {
  readonly words: number;
  readonly procedures: number;
  readonly fixes: number;
  readonly patterns: number;
}

type Kept = Pick<OtherShopFound, "id" | "book">;

/** What another shop's casebook would say: its book in this shop's words, and what its jobs add up to. */
export interface Speech {
  readonly translated: Translated;
  readonly counted: CountedJobs;
}

/** Works out what it would say, before anybody has to wait for that. */
export async function prepareSpeech(counting: Counting, shop: Kept): Promise<Speech> {
  const translated = await translatedBook(counting.db, shop);
  return { translated, counted: await countJobs(counting, { ...shop, ...translated }) };
}

async function translatedBook(db: Db, shop: Kept): Promise<Translated> {
  return translate(bookOf(shop), {
    vocabulary: await readVocabulary(db),
    names: await readCurrentNames(db),
    procedures: await readAllProcedures(db),
    repairs: new Set((await readRepairs(db)).map(causeKey)),
    patterns: await readKnownFailures(db),
  });
}

/**
 * Lets another shop's casebook speak: what of its book is missing here comes in under its name, and its jobs are counted apart.
 * @param prepared what was worked out before; where the book has moved since, it is worked out anew
 */
export async function letSpeak(speaking: Speaking, shop: Kept, prepared?: Speech): Promise<Added> {
  const { db } = speaking;
  const translated = await translatedBook(db, shop);
  const counted =
    prepared && isDeepStrictEqual(prepared.translated, translated)
      ? prepared.counted
      : await countJobs(speaking, { ...shop, ...translated });
  await addToBook(speaking, shop.id, { ...translated, causes: counted.causes });
  await setSpoken(db, shop.id, translated.spoken);
  await counted.sum.write(db, shop.id);
  const { words, procedures, repairs, patterns } = translated;
  return {
    words: words.length,
    procedures: procedures.length,
    fixes: repairs.length,
    patterns: patterns.length,
  };
}

/** Another shop's casebook no longer speaks: its counts go, and what of its book nobody uses here. */
export async function silence(db: Db, shop: string): Promise<void> {
  await emptyCountersOf(db, shop);
  await letGoOf(db, shop);
}

/** Those that still speak, after one that brought words along is silent: what they need of these they bring themselves. */
export async function letOthersSpeakAnew(speaking: Speaking, but: string | null = null): Promise<void> {
  const others = (await speakingShops(speaking.db)).filter(({ id }) => id !== but);
  for (const { id } of others) await silence(speaking.db, id);
  for (const shop of others) await letSpeak(speaking, shop);
}

/** What other shops' jobs come to where a word or a name counts as another, worked out before anybody has to wait for it. */
export interface OthersCounted {
  /** The shops as they were. */
  readonly shops: readonly OtherShopFound[];
  /** What has to be added to the counters of each. */
  readonly more: ReadonlyMap<string, LessonSum>;
}

/** Counts the jobs of every other shop again, and writes nothing of it yet. */
export async function countOthersAhead(counting: Counting): Promise<OthersCounted> {
  const shops = await speakingShops(counting.db);
  const more = new Map<string, LessonSum>();
  for (const shop of shops) {
    const { sum } = await countJobs(counting, shop);
    await sum.lessWhatStands(counting.db, shop.id);
    more.set(shop.id, sum);
  }
  return { shops, more };
}

/**
 * Counts the jobs of every other shop again, where a word or a name has come to count as another, or jobs teach something else than before.
 * @param ahead what was worked out before; where another shop's casebook has come, gone or changed since, it is worked out anew
 */
export async function countOthersAnew(counting: Counting, ahead: OthersCounted | null = null): Promise<void> {
  const isStill = ahead && isDeepStrictEqual(await speakingShops(counting.db), ahead.shops);
  const { more } = isStill ? ahead : await countOthersAhead(counting);
  for (const [shop, sum] of more) await sum.write(counting.db, shop);
}

/** The book as it was checked when it came. */
function bookOf({ id, book }: Kept): CasebookBook {
  const checked = validate(bookInput, book);
  if (!checked.ok) throw new Error(`the book of other shop ${id} is none: ${checked.problems[0]?.path}`);
  return checked.value;
}

interface Adding extends Translated {
  /** That its jobs found. */
  readonly causes: readonly Cause[];
}

async function addToBook({ db, by, now }: Speaking, shop: string, added: Adding): Promise<void> {
  for (const [kind, word] of added.words) {
    const { key, label, system = null, needs } = word;
    const topic = CONDITION_TOPICS.find((each) => each === word.topic) ?? "other";
    await insertWord(db, kind, { key, label, system, topic }, { id: by, at: now });
    if (needs) await writeNeeds(db, key, needs);
  }
  for (const kind of ["symptom", "condition", "component", "failure"] as const)
    await markAsOf(
      db,
      kind,
      added.words.flatMap(([own, { key }]) => (own === kind ? key : [])),
      shop,
    );
  const fresh = await ensureCauses(db, causesOf(added), { id: by, at: now });
  await markAsOf(db, "cause", fresh.map(causeKey), shop);
  for (const procedure of added.procedures) await insertProcedure(db, procedure, by, now);
  for (const repair of added.repairs) await setRepair(db, repair, by, now);
  for (const known of added.patterns) await setKnownFailure(db, known, by, now);
  const keys = (rows: readonly { readonly key: string }[]) => rows.map(({ key }) => key);
  await markAsOf(db, "procedure", keys(added.procedures), shop);
  await markAsOf(db, "fix", added.repairs.map(causeKey), shop);
  await markAsOf(db, "pattern", keys(added.patterns), shop);
}

/** Every cause that what is added names. */
const causesOf = ({ causes, procedures, repairs, patterns }: Adding): readonly Cause[] =>
  [
    ...causes,
    ...procedures.flatMap(({ outcomes }) => outcomes.flatMap(({ effects }) => effects)),
    ...repairs,
    ...patterns,
  ].flatMap(({ component, failure }) => (component === null || failure === null ? [] : { component, failure }));

const AT_ONCE = 500;

interface CountedJobs {
  readonly sum: LessonSum;
  /** Every cause that they found. */
  readonly causes: readonly Cause[];
}

interface Counted extends Pick<OtherShopFound, "id" | "spoken"> {
  /** Procedures that it brings and that are not here yet. */
  readonly procedures?: readonly Procedure[];
}

async function countJobs(
  { db, currency }: Counting,
  { id, spoken, procedures: brought = [] }: Counted,
): Promise<CountedJobs> {
  const names = namesSpoken(spoken, await readCurrentNames(db));
  const all = [...(await readAllProcedures(db)), ...brought];
  const procedures = new Map(all.map((each) => [each.key, knownProcedure(each)]));
  const sum = new LessonSum();
  const causes = new Map<string, Cause>();
  const breath = new Breath();
  for (let after: string | undefined = ""; after !== undefined;) {
    const page = await jobsOfOtherShop(db, id, { after, most: AT_ONCE });
    for (const { body, returned } of page) {
      // It was checked when it came.
      const job = jobSpoken(body as CasebookJob, spoken, names);
      for (const cause of job.finding?.causes ?? []) causes.set(causeKey(cause), cause);
      sum.add(lessonOf({ ...importedJob(job, procedures, currency).facts, returned }), 1);
      await breath.take();
    }
    after = page.at(-1)?.key;
  }
  return { sum, causes: [...causes.values()] };
}
