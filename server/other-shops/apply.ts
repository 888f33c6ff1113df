import "server-only";
import { isDeepStrictEqual } from "node:util";
import { causeKey, CONDITION_TOPICS, type Cause } from "@/core/book";
import type { PersonId } from "@/core/ids";
import type { CommandContext } from "@/server/commands/command";
import { ensureCauses, writeNeeds } from "@/server/db/book";
import { speakInTurn } from "@/server/db/count-locks";
import { setKnownFailure } from "@/server/db/known-failures";
import { letGoOf, markAsOf, setSpoken, speakingShops } from "@/server/db/other-shops";
import type { Db } from "@/server/db/pool";
import { insertProcedure } from "@/server/db/procedures";
import { setRepair } from "@/server/db/repairs";
import { insertWord } from "@/server/db/words";
import { speechNow, type Counting, type KeptShop, type SpeechesAhead } from "./count";
import type { Translated } from "./translate";

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

/**
 * Begins to let casebooks come or go, in turn with others that do. Where nobody else's has come, gone or changed since it was worked out ahead what they
 * will say, that is added to their counters: before anybody who works on a job has to wait.
 * @returns what was worked out ahead, as far as it still holds
 */
export async function beginToSpeak(db: Db, ahead: SpeechesAhead | null | undefined): Promise<SpeechesAhead | null> {
  await speakInTurn(db);
  if (!ahead || !isDeepStrictEqual(await speakingShops(db), ahead.spoke)) return null;
  for (const [shop, { more }] of ahead.speeches) await more.write(db, shop);
  return ahead;
}

/**
 * Lets another shop's casebook speak: what of its book is missing here comes in under its name, and its jobs are counted apart.
 * @param ahead what was worked out before; where what it was counted by has moved since, it is counted anew
 */
export async function letSpeak(speaking: Speaking, shop: KeptShop, ahead: SpeechesAhead | null): Promise<Added> {
  const { db } = speaking;
  const { translated, speech } = await speechNow(speaking, shop, ahead);
  await addToBook(speaking, shop.id, { ...translated, causes: speech.causes });
  await setSpoken(db, shop.id, translated.spoken);
  await speech.more.write(db, shop.id);
  const { words, procedures, repairs, patterns } = translated;
  return {
    words: words.length,
    procedures: procedures.length,
    fixes: repairs.length,
    patterns: patterns.length,
  };
}

/** Those that still speak, after one that brought words along is silent: what they need of these they bring themselves. */
export async function letOthersSpeakAnew(
  speaking: Speaking,
  ahead: SpeechesAhead | null,
  but: string | null = null,
): Promise<void> {
  const others = (await speakingShops(speaking.db)).filter(({ id }) => id !== but);
  for (const { id } of others) await letGoOf(speaking.db, id);
  for (const shop of others) await letSpeak(speaking, shop, ahead);
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
