import "server-only";
import Joi from "joi";
import { CONDITION_TOPICS, type ConditionTopic } from "@/core/book";
import type { Db } from "@/server/db/pool";
import {
  closedJobsNaming,
  currentWord,
  deleteSynonym,
  findWordCalled,
  insertSynonym,
  insertWord,
  readMergedWords,
  setMerged,
  unsetMerged,
  updateWord,
  wordExists,
  WORD_KINDS,
  type WordKind,
} from "@/server/db/words";
import { keepOnAllVehicles } from "@/server/db/vehicles-waiting";
import { countOthersAnew, speakingFor } from "@/server/other-shops/apply";
import { key, line } from "@/server/input";
import { recount } from "@/server/book/keep";
import { countAlone } from "@/server/db/count-locks";
import type { Command } from "./command";
import { freeKey, keyOf } from "./free-key";
import { refuse, refuseInput } from "./refusal";

interface AddWordInput {
  readonly kind: WordKind;
  readonly label: string;
  readonly system: string | null;
  readonly topic: ConditionTopic;
}

const kindInput = () =>
  Joi.string()
    .valid(...WORD_KINDS)
    .required();
const topicInput = () =>
  Joi.string()
    .valid(...CONDITION_TOPICS)
    .default("other");

/** Puts a word into the vocabulary. One that is there already, under this or another name, is given back instead. */
export const addWord: Command<AddWordInput, { readonly key: string; readonly added: boolean }> = {
  name: "add-word",
  right: "words.extend",
  input: Joi.object({
    kind: kindInput(),
    label: line(120).required(),
    system: key().allow(null).default(null),
    topic: topicInput(),
  }),
  async run({ db, actor, now }, { kind, label, system, topic }) {
    const known = await findWordCalled(db, kind, label);
    if (known) return { key: known, added: false };
    const needsSystem = kind === "symptom" || kind === "component";
    if (needsSystem && !system) refuseInput("system", "is needed");
    const made = await freeKey(keyOf(label), (candidate) => wordExists(db, kind, candidate));
    await insertWord(
      db,
      kind,
      { key: made, label, system: needsSystem ? system : null, topic },
      { id: actor.personId, at: now },
    );
    return { key: made, added: true };
  },
};

interface AddSynonymInput {
  readonly kind: WordKind;
  readonly key: string;
  readonly text: string;
}

/** Notes what people also call a word, so that it is found by that name too. */
export const addSynonym: Command<AddSynonymInput, { readonly key: string }> = {
  name: "add-synonym",
  right: "words.extend",
  input: Joi.object({ kind: kindInput(), key: key().required(), text: line(120).required() }),
  async run({ db, actor, now }, { kind, key: word, text }) {
    if (!(await wordExists(db, kind, word))) refuseInput("key", "is no word of the book");
    const known = await findWordCalled(db, kind, text);
    if (known && known !== word) refuseInput("text", "is what another word is called");
    if (!known) await insertSynonym(db, { kind, key: word, text }, { id: actor.personId, at: now });
    return { key: word };
  },
};

export const dropSynonym: Command<{ readonly kind: WordKind; readonly text: string }, null> = {
  name: "drop-synonym",
  right: "book.edit",
  input: Joi.object({ kind: kindInput(), text: line(120).required() }),
  async run({ db }, { kind, text }) {
    if (!(await deleteSynonym(db, kind, text))) refuse({ code: "not-found", what: "such name" });
    return null;
  },
};

interface ChangeWordInput extends AddWordInput {
  readonly key: string;
}

/** Corrects how a word is written, its system or its topic. Its key stays, and with it all that was recorded. */
export const changeWord: Command<ChangeWordInput, { readonly key: string }> = {
  name: "change-word",
  right: "book.edit",
  input: Joi.object({
    kind: kindInput(),
    key: key().required(),
    label: line(120).required(),
    system: key().allow(null).default(null),
    topic: topicInput(),
  }),
  async run({ db }, { kind, key: word, label, system, topic }) {
    if (!(await wordExists(db, kind, word))) refuseInput("key", "is no word of the book");
    if ((kind === "symptom" || kind === "component") && !system) refuseInput("system", "is needed");
    const known = await findWordCalled(db, kind, label);
    if (known && known !== word) refuseInput("label", "is what another word is called; merge the two instead");
    await updateWord(db, kind, { key: word, label, system, topic });
    return { key: word };
  },
};

/** Failures that the engine itself names. */
const NEVER_MERGED = new Set(["works-as-designed", "disturbed-by-work", "new-part-bad"]);

interface MergeWordsInput {
  readonly kind: WordKind;
  readonly from: string;
  readonly into: string;
}

/**
 * Makes a double count as the word that it doubles, in every job, test, repair and pattern. Trails keep what was written; the
 * counters of the jobs concerned are counted again in the same transaction.
 */
export const mergeWords: Command<MergeWordsInput, { readonly jobs: number }> = {
  name: "merge-words",
  right: "book.edit",
  input: Joi.object({ kind: kindInput(), from: key().required(), into: key().required() }),
  async run(context, { kind, from, into }) {
    const { db } = context;
    // Before anything is looked at: a word that a colleague merges just now is another afterwards.
    await countAlone(db);
    const current = await currentWord(db, kind, from);
    if (current === null) refuseInput("from", "is no word of the book");
    if (current !== from) refuseInput("from", "was merged before");
    if (kind === "failure" && NEVER_MERGED.has(from)) refuseInput("from", "is a word that the odds are built on");
    const target = await currentWord(db, kind, into);
    if (target === null) return refuseInput("into", "is no word of the book");
    if (target === from) refuseInput("into", "is the same word");
    return recount(
      db,
      async () => closedJobsNaming(db, kind, [from, ...(await mergedInto(db, kind, from))]),
      async () => {
        await setMerged(db, kind, from, target);
        await keepOnAllVehicles(db);
        await countOthersAnew(speakingFor(context));
      },
    );
  },
};

/** Parts a word again from the one that it was merged into. */
export const splitWord: Command<{ readonly kind: WordKind; readonly key: string }, { readonly jobs: number }> = {
  name: "split-word",
  right: "book.edit",
  input: Joi.object({ kind: kindInput(), key: key().required() }),
  async run(context, { kind, key: word }) {
    const { db } = context;
    const current = await currentWord(db, kind, word);
    if (current === null || current === word) return refuseInput("key", "is not merged into another word");
    return recount(
      db,
      () => closedJobsNaming(db, kind, [word]),
      async () => {
        await unsetMerged(db, kind, word);
        await keepOnAllVehicles(db);
        await countOthersAnew(speakingFor(context));
      },
    );
  },
};

async function mergedInto(db: Db, kind: WordKind, word: string): Promise<readonly string[]> {
  return (await readMergedWords(db)).flatMap((each) => (each.kind === kind && each.into === word ? each.key : []));
}
