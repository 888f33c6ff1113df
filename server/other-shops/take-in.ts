import "server-only";
import { v7 as newId } from "uuid";
import { Breath } from "@/server/casebook/breath";
import { JobCheck } from "@/server/casebook/check-jobs";
import { knownProcedure } from "@/server/casebook/known-procedure";
import type { Tell } from "@/server/casebook/progress";
import { problemsOfBook, type WordsKnown } from "@/server/casebook/import-book";
import { CasebookRefusal, MOST_PROBLEMS } from "@/server/casebook/refusal";
import { bookInput, type CasebookBook } from "@/server/casebook/shape";
import type { SpooledCasebook } from "@/server/casebook/spool";
import type { CommandContext } from "@/server/commands/command";
import { readVocabulary } from "@/server/db/book";
import { CopyRows } from "@/server/db/copy-rows";
import { emptyCountersOf } from "@/server/db/counters";
import { giveVersionThatIsDue, letVersionComeAtTheEnd } from "@/server/db/book-version";
import { countAlone, countTogether } from "@/server/db/count-locks";
import {
  countOwnAmong,
  deleteJobsOfOtherShop,
  findOtherShopCalled,
  keepOtherShop,
  letGoOf,
  speakingShops,
} from "@/server/db/other-shops";
import { takeTheTimeItNeeds, type Db } from "@/server/db/pool";
import { readAllProcedures } from "@/server/db/procedures";
import { validate } from "@/server/input";
import { beginToSpeak, letOthersSpeakAnew, letSpeak, speakingFor, type Added } from "./apply";
import { speechesAhead } from "./count";

/** Under which name another shop's casebook comes in, and what one of its jobs counts beside one of ours, in thousandths. */
export interface ComesFrom {
  readonly name: string;
  readonly weightMilli: number;
}

interface TakenIn {
  readonly shop: { readonly id: string; readonly name: string; readonly weight: number };
  /** It sent a casebook before, which this one took the place of. */
  readonly replaced: boolean;
  /** The very file was here already. */
  readonly unchanged: boolean;
  readonly jobs: number;
  readonly added: Added;
  readonly problems: readonly [];
}

const NOTHING_ADDED: Added = { words: 0, procedures: 0, fixes: 0, patterns: 0 };

/**
 * Takes another shop's casebook in under its name: whole or not at all, in place of what it sent before. It stays apart from the own jobs and can be
 * weighed anew or taken out at any time.
 * @throws CasebookRefusal with the path of everything that is wrong
 */
export async function takeInOtherShop(
  context: CommandContext,
  spooled: SpooledCasebook,
  { name, weightMilli }: ComesFrom,
  tell: Tell,
): Promise<TakenIn> {
  const { db, actor, now } = context;
  const book = validate(bookInput, spooled.book);
  if (!book.ok) throw new CasebookRefusal(book.problems);
  await takeTheTimeItNeeds(db);
  await letVersionComeAtTheEnd(db);
  const before = await findOtherShopCalled(db, name);
  const shop = { id: before?.id ?? newId(), name: before?.name ?? name, weight: weightMilli / 1000 };
  const told = { shop, replaced: before !== null, jobs: spooled.jobCount, problems: [] as const };
  if (before?.weightMilli === weightMilli && before.contentHash.equals(spooled.hash))
    return { ...told, replaced: false, unchanged: true, added: NOTHING_ADDED };
  const check = await checkOf(db, book.value);
  const keep = () =>
    keepOtherShop(db, {
      id: shop.id,
      name: shop.name,
      weightMilli,
      book: spooled.book,
      contentHash: spooled.hash,
      by: actor.personId,
      at: now,
    });
  if (before) await deleteJobsOfOtherShop(db, before.id);
  else await keep();
  await keepJobs({ db, shop: shop.id, check, tell }, spooled);
  const speaking = speakingFor(context);
  const kept = { id: shop.id, book: spooled.book };
  const others = before ? (await speakingShops(db)).filter(({ id }) => id !== before.id) : [];
  const gone = before ? [...others, before].map(({ id }) => id) : [];
  const ahead = await speechesAhead(speaking, weightMilli ? [...others, kept] : others, gone);
  const still = await beginToSpeak(db, ahead);
  if (before && !weightMilli) await emptyCountersOf(db, before.id);
  // Where it brings, nobody has to wait; where it takes away, what somebody writes down meanwhile might be gone.
  if (!before) await countTogether(db);
  else {
    await countAlone(db);
    await letGoOf(db, before.id);
    await letOthersSpeakAnew(speaking, still, before.id);
    // Until then it is needed to know since when its words were here.
    await keep();
  }
  const added = weightMilli ? await letSpeak(speaking, kept, still) : NOTHING_ADDED;
  await giveVersionThatIsDue(db);
  return { ...told, unchanged: false, added };
}

/** Checks jobs against the words and procedures of file and book. */
async function checkOf(db: Db, book: CasebookBook): Promise<JobCheck> {
  const own = await readVocabulary(db);
  const known = (list: keyof WordsKnown) => new Set([...own[list], ...book.vocabulary[list]].map(({ key }) => key));
  const words: WordsKnown = {
    symptoms: known("symptoms"),
    conditions: known("conditions"),
    components: known("components"),
    failures: known("failures"),
  };
  const procedures = [
    ...(await readAllProcedures(db)),
    ...book.procedures.map((procedure) => ({ ...procedure, version: 1 })),
  ];
  const problems = problemsOfBook(book, words, new Set(procedures.map(({ key }) => key)));
  if (problems.length) throw new CasebookRefusal(problems);
  return new JobCheck(words, new Map(procedures.map((each) => [each.key, knownProcedure(each)])));
}

const BATCH = 2000;

interface Keeping {
  readonly db: Db;
  readonly shop: string;
  readonly check: JobCheck;
  readonly tell: Tell;
}

/** Keeps its jobs as they came. @throws CasebookRefusal with all that is wrong with them */
async function keepJobs({ db, shop, check, tell }: Keeping, spooled: SpooledCasebook): Promise<void> {
  const rows = new CopyRows("other_shop_job", "shop_id uuid, key text, body jsonb");
  const comebacks: (readonly [of: string, at: number])[] = [];
  const keys = new Set<string>();
  const breath = new Breath();
  let at = 0;
  for await (const value of spooled.jobs()) {
    const job = check.check(value, at);
    if (job) {
      keys.add(job.key);
      if (job.comebackOf !== null) comebacks.push([job.comebackOf, at]);
      if (!check.problems.length) rows.add(shop, job.key, job);
    }
    at++;
    if (check.problems.length > MOST_PROBLEMS) break;
    await breath.take();
    if (at % BATCH) continue;
    await rows.write(db);
    await tell({ stage: "write", done: at, of: spooled.jobCount });
  }
  const missing = comebacks
    .filter(([of]) => !keys.has(of))
    .map(([, where]) => ({ path: `jobs[${where}].comebackOf`, message: "is no job of the file" }));
  if (check.problems.length || missing.length) throw new CasebookRefusal([...check.problems, ...missing]);
  await rows.write(db);
  await tell({ stage: "write", done: at, of: spooled.jobCount });
  await refuseOwn(db, shop, at);
}

/** A file of our own would say everything twice: once by our jobs, and once more as if somebody else had seen it too. */
async function refuseOwn(db: Db, shop: string, jobs: number): Promise<void> {
  const own = await countOwnAmong(db, shop);
  if (own * 2 <= jobs) return;
  const message = `are this shop’s own: ${own} of ${jobs} stand here with the same key, moment, vehicle and odometer. Take the file over as our own instead.`;
  throw new CasebookRefusal([{ path: "jobs", message }]);
}
