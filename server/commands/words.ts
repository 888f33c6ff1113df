import "server-only";
import Joi from "joi";
import { findWordCalled, insertSynonym, insertWord, wordExists, WORD_KINDS, type WordKind } from "@/server/db/words";
import { key, line } from "@/server/input";
import type { Command } from "./command";
import { refuseInput } from "./refusal";

interface AddWordInput {
  readonly kind: WordKind;
  readonly label: string;
  readonly system: string | null;
}

const kindInput = () =>
  Joi.string()
    .valid(...WORD_KINDS)
    .required();
const MOST_KEY_LETTERS = 60;

/** Puts a word into the vocabulary. One that is there already, under this or another name, is given back instead. */
export const addWord: Command<AddWordInput, { readonly key: string; readonly added: boolean }> = {
  name: "add-word",
  right: "words.extend",
  input: Joi.object({
    kind: kindInput(),
    label: line(120).required(),
    system: key().allow(null).default(null),
  }),
  async run({ db, actor, now }, { kind, label, system }) {
    const known = await findWordCalled(db, kind, label);
    if (known) return { key: known, added: false };
    const needsSystem = kind === "symptom" || kind === "component";
    if (needsSystem && !system) refuseInput("system", "is needed");
    const made = await freeKey(keyOf(label), (candidate) => wordExists(db, kind, candidate));
    await insertWord(
      db,
      kind,
      { key: made, label, system: needsSystem ? system : null },
      { id: actor.personId, at: now },
    );
    return { key: made, added: true };
  },
};

/** "Ölpumpe, hinten" becomes "olpumpe-hinten"; a label without any such letter becomes "word". */
function keyOf(label: string): string {
  const plain = label
    .normalize("NFKD")
    .replace(/[\u0300-\u036f]/g, "")
    .toLowerCase();
  return (
    plain
      .replace(/[^a-z0-9]+/g, "-")
      .replace(/^-+|-+$/g, "")
      .slice(0, MOST_KEY_LETTERS) || "word"
  );
}

async function freeKey(wanted: string, taken: (key: string) => Promise<boolean>): Promise<string> {
  let candidate = wanted;
  for (let number = 2; await taken(candidate); number++) candidate = `${wanted}-${number}`;
  return candidate;
}

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
