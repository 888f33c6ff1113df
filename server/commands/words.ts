import "server-only";
import Joi from "joi";
import { CONDITION_TOPICS, type ConditionTopic } from "@/core/book";
import type { JobId } from "@/core/ids";
import { pool, type Db } from "@/server/db/pool";
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
import { key, line } from "@/server/input";
import { countAlone } from "@/server/db/count-locks";
import type { Command } from "./command";
import { freeKey, keyOf } from "./free-key";
import { changeAndCount, countAhead, touchesMany, type WithAhead } from "./recounting";
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
 * jobs concerned are counted again in the same transaction, as was worked out before it.
 */
export const mergeWords: Command<WithAhead<MergeWordsInput>, { readonly jobs: number }> = {
  name: "merge-words",
  right: "book.edit",
  takesLong: (db, input) => touchesMany(db, mergeOf(input, input.into)),
  input: Joi.object({ kind: kindInput(), from: key().required(), into: key().required() }),
  async prepare(actor, input, tell) {
    const target = await targetOf(pool(), input);
    return { ...input, ahead: await countAhead(actor, mergeOf(input, target), tell) };
  },
  async run(context, { ahead, ...input }) {
    // Before anything is looked at: a word that a colleague merges just now is another afterwards.
    await countAlone(context.db);
    return changeAndCount(context, mergeOf(input, await targetOf(context.db, input)), ahead);
  },
};

/** The word that another is to count as. @throws Refused where it cannot */
async function targetOf(db: Db, { kind, from, into }: MergeWordsInput): Promise<string> {
  const current = await currentWord(db, kind, from);
  if (current === null) refuseInput("from", "is no word of the book");
  if (current !== from) refuseInput("from", "was merged before");
  if (kind === "failure" && NEVER_MERGED.has(from)) refuseInput("from", "is a word that the odds are built on");
  const target = await currentWord(db, kind, into);
  if (target === null) return refuseInput("into", "is no word of the book");
  if (target === from) refuseInput("into", "is the same word");
  return target;
}

const mergeOf = ({ kind, from }: MergeWordsInput, target: string) => ({
  key: `merge ${kind} ${from} ${target}`,
  tables: [kind],
  touched: async (db: Db, among: readonly JobId[] | null) =>
    closedJobsNaming(db, kind, [from, ...(await mergedInto(db, kind, from))], among),
  change: (db: Db) => setMerged(db, kind, from, target),
});

interface SplitWordInput {
  readonly kind: WordKind;
  readonly key: string;
}

/** Parts a word again from the one that it was merged into. */
export const splitWord: Command<WithAhead<SplitWordInput>, { readonly jobs: number }> = {
  name: "split-word",
  right: "book.edit",
  takesLong: (db, input) => touchesMany(db, splitOf(input)),
  input: Joi.object({ kind: kindInput(), key: key().required() }),
  async prepare(actor, input, tell) {
    await requireMerged(pool(), input);
    return { ...input, ahead: await countAhead(actor, splitOf(input), tell) };
  },
  async run(context, { ahead, ...input }) {
    await countAlone(context.db);
    await requireMerged(context.db, input);
    return changeAndCount(context, splitOf(input), ahead);
  },
};

async function requireMerged(db: Db, { kind, key: word }: SplitWordInput): Promise<void> {
  const current = await currentWord(db, kind, word);
  if (current === null || current === word) refuseInput("key", "is not merged into another word");
}

const splitOf = ({ kind, key: word }: SplitWordInput) => ({
  key: `split ${kind} ${word}`,
  tables: [kind],
  touched: (db: Db, among: readonly JobId[] | null) => closedJobsNaming(db, kind, [word], among),
  change: (db: Db) => unsetMerged(db, kind, word),
});

async function mergedInto(db: Db, kind: WordKind, word: string): Promise<readonly string[]> {
  return (await readMergedWords(db)).flatMap((each) => (each.kind === kind && each.into === word ? each.key : []));
}
