import "server-only";
import { isDeepStrictEqual } from "node:util";
import { causeKey, type Cause, type Procedure } from "@/core/book";
import { lessonOf } from "@/core/lesson";
import { Breath } from "@/server/casebook/breath";
import { readCurrentNames, type CurrentNames } from "@/server/casebook/current-names";
import { importedJob, type KnownProcedure } from "@/server/casebook/facts-of-job";
import { knownProcedure } from "@/server/casebook/known-procedure";
import { bookInput, type CasebookBook, type CasebookJob } from "@/server/casebook/shape";
import { readVocabulary } from "@/server/db/book";
import { LessonSum } from "@/server/db/counters";
import { readKnownFailures } from "@/server/db/known-failures";
import {
  jobsOfOtherShop,
  keysBroughtBy,
  speakingShops,
  type KeysBrought,
  type OtherShopFound,
  type Spoken,
} from "@/server/db/other-shops";
import type { Db } from "@/server/db/pool";
import { readAllProcedures } from "@/server/db/procedures";
import { readRepairs } from "@/server/db/repairs";
import { validate } from "@/server/input";
import { jobSpoken, namesSpoken, translate, withTranslated, type Here, type Translated } from "./translate";

/** What the jobs of other shops come to. All of it is worked out before anybody has to wait for it, as far as that can be foreseen. */

export interface Counting {
  readonly db: Db;
  /** In which this shop reckons: what a part cost where a job does not say. */
  readonly currency: string;
}

export type KeptShop = Pick<OtherShopFound, "id" | "book">;

/** By what jobs of another shop are counted: what it calls things, which names count as others, and what procedures show. */
interface Basis {
  readonly spoken: Partial<Spoken>;
  readonly names: CurrentNames;
  readonly procedures: ReadonlyMap<string, KnownProcedure>;
}

/** What another shop's casebook says, in this shop's words, and what its jobs come to. */
export interface Speech {
  readonly basis: Basis;
  /** What has to be added to its counters. */
  readonly more: LessonSum;
  /** Every cause that its jobs found. */
  readonly causes: readonly Cause[];
}

/** Speeches that were worked out ahead, by the shops' ids. */
export interface SpeechesAhead {
  /** The shops that spoke then: to their counters these add. */
  readonly spoke: readonly OtherShopFound[];
  readonly speeches: ReadonlyMap<string, Speech>;
}

/** The book as it stands here. */
export async function readHere(db: Db): Promise<Here> {
  return {
    vocabulary: await readVocabulary(db),
    names: await readCurrentNames(db),
    procedures: await readAllProcedures(db),
    repairs: new Set((await readRepairs(db)).map(causeKey)),
    patterns: await readKnownFailures(db),
  };
}

/**
 * Works out what shops would say one after another.
 * @param gone shops of whose casebooks nothing stands in the book then. What of it is in use here will stay, which seldom makes a difference; where it does,
 * it is counted when they speak.
 */
export async function speechesAhead(
  counting: Counting,
  shops: readonly KeptShop[],
  gone: readonly string[],
): Promise<SpeechesAhead> {
  const { db } = counting;
  const spoke = await speakingShops(db);
  let here = without(await readHere(db), await keysBroughtBy(db, gone));
  const speeches = new Map<string, Speech>();
  for (const shop of shops) {
    const translated = translate(bookOf(shop), here);
    speeches.set(shop.id, await countSpeech(counting, shop.id, basisOf(here, translated)));
    here = withTranslated(here, translated);
  }
  return { spoke, speeches };
}

function without(here: Here, gone: KeysBrought): Here {
  const left = <Row extends { readonly key: string }>(rows: readonly Row[], keys: ReadonlySet<string>): Row[] =>
    rows.filter(({ key }) => !keys.has(key));
  const { vocabulary } = here;
  return {
    names: here.names,
    vocabulary: {
      symptoms: left(vocabulary.symptoms, gone.symptom),
      conditions: left(vocabulary.conditions, gone.condition),
      components: left(vocabulary.components, gone.component),
      failures: left(vocabulary.failures, gone.failure),
    },
    procedures: left(here.procedures, gone.procedure),
    repairs: new Set([...here.repairs].filter((key) => !gone.fix.has(key))),
    patterns: left(here.patterns, gone.pattern),
  };
}

/** What a shop says now: as it was worked out ahead where nothing that it was counted by has changed, else counted anew. */
export async function speechNow(
  counting: Counting,
  shop: KeptShop,
  ahead: SpeechesAhead | null,
): Promise<{ readonly translated: Translated; readonly speech: Speech }> {
  const here = await readHere(counting.db);
  const translated = translate(bookOf(shop), here);
  const basis = basisOf(here, translated);
  const foreseen = ahead?.speeches.get(shop.id);
  const holds = foreseen && isDeepStrictEqual(foreseen.basis, basis);
  return { translated, speech: holds ? foreseen : await countSpeech(counting, shop.id, basis) };
}

function basisOf({ names, procedures }: Here, { spoken, procedures: brought }: Translated): Basis {
  return { spoken, names, procedures: knownOf([...procedures, ...brought]) };
}

const knownOf = (procedures: readonly Procedure[]): ReadonlyMap<string, KnownProcedure> =>
  new Map(procedures.map((each) => [each.key, knownProcedure(each)]));

async function countSpeech(counting: Counting, shop: string, basis: Basis): Promise<Speech> {
  const { sum, causes } = await countJobs(counting, shop, basis);
  await sum.lessWhatStands(counting.db, shop);
  return { basis, more: sum, causes };
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
  const { db } = counting;
  const shops = await speakingShops(db);
  const [names, procedures] = [await readCurrentNames(db), knownOf(await readAllProcedures(db))];
  const more = new Map<string, LessonSum>();
  for (const { id, spoken } of shops)
    more.set(id, (await countSpeech(counting, id, { spoken, names, procedures })).more);
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
function bookOf({ id, book }: KeptShop): CasebookBook {
  const checked = validate(bookInput, book);
  if (!checked.ok) throw new Error(`the book of other shop ${id} is none: ${checked.problems[0]?.path}`);
  return checked.value;
}

const AT_ONCE = 500;

async function countJobs({ db, currency }: Counting, shop: string, { spoken, names, procedures }: Basis) {
  const through = namesSpoken(spoken, names);
  const sum = new LessonSum();
  const causes = new Map<string, Cause>();
  const breath = new Breath();
  for (let after: string | undefined = ""; after !== undefined;) {
    const page = await jobsOfOtherShop(db, shop, { after, most: AT_ONCE });
    for (const { body, returned } of page) {
      // It was checked when it came.
      const job = jobSpoken(body as CasebookJob, spoken, through);
      for (const cause of job.finding?.causes ?? []) causes.set(causeKey(cause), cause);
      sum.add(lessonOf({ ...importedJob(job, procedures, currency).facts, returned }), 1);
      await breath.take();
    }
    after = page.at(-1)?.key;
  }
  return { sum, causes: [...causes.values()] };
}
