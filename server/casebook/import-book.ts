import "server-only";
import { causeKey, type Cause, type Procedure } from "@/core/book";
import type { CommandContext } from "@/server/commands/command";
import type { InputProblem } from "@/server/commands/refusal";
import type { Db } from "@/server/db/pool";
import { ensureCause, readVocabulary, upsertLinks, writeNeeds, type Vocabulary } from "@/server/db/book";
import { NO_DETAILS, type KnownFailure } from "@/core/known-failures";
import { readKnownFailures, writeKnownFailure } from "@/server/db/known-failures";
import { letVehiclesOfPatternWait } from "@/server/db/vehicles-waiting";
import { readRepairs, setRepair } from "@/server/db/repairs";
import { insertProcedure, readAllProcedures, updateProcedure } from "@/server/db/procedures";
import { CopyRows } from "@/server/db/copy-rows";
import { rewriteWord } from "@/server/db/casebook";
import { bookAsCounted, type CurrentNames } from "./current-names";
import { onceEach } from "./effects-once";
import { CasebookRefusal } from "./refusal";
import type { CasebookBook, CasebookWord } from "./shape";

export interface Tally {
  readonly added: number;
  readonly unchanged: number;
  readonly updated: number;
}

type WordList = keyof CasebookBook["vocabulary"];
export type BookCounts = Readonly<Record<WordList | "procedures" | "fixes" | "patterns", Tally>>;
export type WordsKnown = Readonly<Record<WordList, ReadonlySet<string>>>;

const TABLES: Readonly<
  Record<
    WordList,
    readonly [table: "symptom" | "condition" | "component" | "failure", extra: "system" | "topic" | null]
  >
> = {
  symptoms: ["symptom", "system"],
  conditions: ["condition", "topic"],
  components: ["component", "system"],
  failures: ["failure", null],
};

/** What a file's book will be here, with its words as they count by now. */
export interface PlannedBook {
  readonly book: CasebookBook;
  /** Every word of file and shop. */
  readonly words: WordsKnown;
  /** Every procedure of the shop, as it will read once the book is taken over. */
  readonly procedures: readonly Procedure[];
  readonly current: CurrentNames;
}

/**
 * Looks at a file's book without writing anything.
 * @throws CasebookRefusal with every word or procedure that it names and nobody has
 */
export async function planBook(db: Db, sent: CasebookBook, current: CurrentNames): Promise<PlannedBook> {
  const book = bookAsCounted(sent, current);
  const before = await readVocabulary(db);
  const words: WordsKnown = {
    symptoms: keysOf(before.symptoms, book.vocabulary.symptoms),
    conditions: keysOf(before.conditions, book.vocabulary.conditions),
    components: keysOf(before.components, book.vocabulary.components),
    failures: keysOf(before.failures, book.vocabulary.failures),
  };
  const procedures = new Map((await readAllProcedures(db)).map((each) => [each.key, each]));
  const problems = problemsOfBook(book, words, new Set(procedures.keys()));
  if (problems.length) throw new CasebookRefusal(problems);
  for (const written of book.procedures)
    procedures.set(written.key, procedureToBe(written, procedures.get(written.key)));
  return { book, words, procedures: [...procedures.values()], current };
}

const keysOf = (...lists: readonly (readonly { readonly key: string }[])[]): ReadonlySet<string> =>
  new Set(lists.flat().map(({ key }) => key));

/** Takes a casebook's words, procedures, repairs and patterns over; what is there and differs is written anew. */
export async function importBook(context: CommandContext, { book, current }: PlannedBook): Promise<BookCounts> {
  const { db } = context;
  const before = await readVocabulary(db);
  const tallies: [WordList, Tally][] = [];
  for (const list of Object.keys(TABLES) as WordList[]) {
    const merged = current.words[TABLES[list][0]];
    const own = book.vocabulary[list].filter(({ key }) => !merged.has(key));
    const { added, updated } = await importWords(context, list, own, before);
    tallies.push([list, { added, updated, unchanged: book.vocabulary[list].length - added - updated }]);
  }
  await upsertLinks(db, book.links);
  const procedures = await importProcedures(context, book.procedures);
  const fixes = await importRepairs(context, book);
  const patterns = await importPatterns(context, book);
  return { ...(Object.fromEntries(tallies) as Record<WordList, Tally>), procedures, fixes, patterns };
}

async function importWords(
  { db, actor, now }: CommandContext,
  list: WordList,
  words: readonly CasebookWord[],
  before: Vocabulary,
): Promise<Omit<Tally, "unchanged">> {
  const [table, extra] = TABLES[list];
  const known = new Map<string, CasebookWord>(before[list].map((word) => [word.key, word]));
  const same = (word: CasebookWord) => {
    const own = known.get(word.key);
    const alikeElse = (extra === null || own?.[extra] === word[extra]) && alike(own?.needs ?? {}, word.needs ?? {});
    return own !== undefined && own.label === word.label && alikeElse;
  };
  const changed = words.filter((word) => !same(word));
  // Two words cannot have one label: a stranger's is told apart by its key.
  const taken = new Map(before[list].map(({ key, label }) => [label.toLowerCase(), key]));
  const rows = changed.map((word) => {
    const owner = taken.get(word.label.toLowerCase());
    const label = owner !== undefined && owner !== word.key ? `${word.label} (${word.key})` : word.label;
    taken.set(label.toLowerCase(), word.key);
    return { ...word, label, needs: word.needs ?? {}, created_at: now, created_by: actor.personId };
  });
  const columns = `key text, label text, ${extra ? `${extra} text, ` : ""}${list === "components" ? "needs jsonb, " : ""}created_at timestamptz, created_by uuid`;
  const fresh = new CopyRows(table, columns);
  for (const row of rows) if (!known.has(row.key)) fresh.addFields(row);
  await fresh.write(db);
  let updated = 0;
  for (const { key, label, ...word } of rows.filter(({ key: own }) => known.has(own))) {
    if (same({ key, label, ...word })) continue;
    updated++;
    if (word.needs && list === "components") await writeNeeds(db, key, word.needs);
    const value = extra && word[extra];
    await rewriteWord(db, table, { key, label }, extra && value ? { column: extra, value } : null);
  }
  const added = rows.filter(({ key }) => !known.has(key)).length;
  return { added, updated };
}

/** Every word that a list of uses needs and that nobody has, with where it stands. */
export function wordsMissing(
  words: WordsKnown,
  uses: readonly (readonly [list: WordList, key: string, path: string])[],
): InputProblem[] {
  return uses
    .filter(([list, key]) => !words[list].has(key))
    .map(([list, key, path]) => ({ path, message: `“${key}” is missing from the vocabulary’s ${list}` }));
}

/** What is wrong with a book: a word, or a procedure, that it names and nobody has. */
export function problemsOfBook(
  { procedures, fixes, patterns, links }: CasebookBook,
  words: WordsKnown,
  known: ReadonlySet<string>,
): readonly InputProblem[] {
  const causeAt = ({ component, failure }: Cause, path: string) =>
    [
      ["components", component, `${path}.component`],
      ["failures", failure, `${path}.failure`],
    ] as const;
  const problems = wordsMissing(words, [
    ...procedures.flatMap(({ component, outcomes }, at) => [
      ...(component === null ? [] : [["components", component, `procedures[${at}].component`] as const]),
      ...outcomes.flatMap(({ effects }, nth) =>
        effects.flatMap((effect, place) => {
          const path = `procedures[${at}].outcomes[${nth}].effects[${place}]`;
          return [
            ["components", effect.component, `${path}.component`] as const,
            ...(effect.failure === null ? [] : [["failures", effect.failure, `${path}.failure`] as const]),
          ];
        }),
      ),
    ]),
    ...links.flatMap(({ symptom, component }, at) => [
      ["symptoms", symptom, `links[${at}].symptom`] as const,
      ["components", component, `links[${at}].component`] as const,
    ]),
    ...fixes.flatMap((repair, at) => causeAt(repair, `fixes[${at}]`)),
    ...patterns.flatMap(({ component, failure }, at) =>
      component === null || failure === null ? [] : causeAt({ component, failure }, `patterns[${at}]`),
    ),
    ...patterns.flatMap(({ conditions }, at) =>
      conditions.map((key, nth) => ["conditions", key, `patterns[${at}].conditions[${nth}]`] as const),
    ),
    ...patterns.flatMap(({ symptoms }, at) =>
      symptoms.map((key, nth) => ["symptoms", key, `patterns[${at}].symptoms[${nth}]`] as const),
    ),
  ]);
  const written = new Set([...known, ...procedures.map(({ key }) => key)]);
  for (const [at, { confirmBy }] of patterns.entries())
    if (confirmBy !== null && !written.has(confirmBy))
      problems.push({ path: `patterns[${at}].confirmBy`, message: "is no procedure of the book" });
  return problems;
}

/** A procedure of a file as it will read here: a new version where it says something else than before. */
function procedureToBe(written: Procedure, before: Procedure | undefined): Procedure {
  const next: Procedure = {
    ...written,
    outcomes: written.outcomes.map((outcome) => ({ ...outcome, effects: onceEach(outcome.effects) })),
    version: before?.version ?? 1,
    pictured: before?.pictured ?? [],
    proposed: false,
  };
  if (!before) return next;
  return alike(before, next) ? before : { ...next, version: before.version + 1 };
}

async function importProcedures({ db, actor, now }: CommandContext, procedures: readonly Procedure[]): Promise<Tally> {
  const known = new Map((await readAllProcedures(db)).map((each) => [each.key, each]));
  const tally = { added: 0, unchanged: 0, updated: 0 };
  for (const written of procedures) {
    const before = known.get(written.key);
    const next = procedureToBe(written, before);
    if (!before) await insertProcedure(db, next, actor.personId, now);
    else if (next !== before) await updateProcedure(db, next, actor.personId, now);
    tally[!before ? "added" : next === before ? "unchanged" : "updated"]++;
  }
  return tally;
}

async function importRepairs({ db, actor, now }: CommandContext, { fixes }: CasebookBook): Promise<Tally> {
  const known = new Map((await readRepairs(db)).map((repair) => [causeKey(repair), repair]));
  const tally = { added: 0, unchanged: 0, updated: 0 };
  for (const repair of fixes) {
    const before = known.get(causeKey(repair));
    if (before && alike(before, repair)) {
      tally.unchanged++;
      continue;
    }
    await ensureCause(db, repair, actor.personId, now);
    await setRepair(db, repair, actor.personId, now);
    tally[before ? "updated" : "added"]++;
  }
  return tally;
}

async function importPatterns({ db, actor, now }: CommandContext, { patterns }: CasebookBook): Promise<Tally> {
  const known = new Map((await readKnownFailures(db)).map((pattern) => [pattern.key, pattern]));
  const tally = { added: 0, unchanged: 0, updated: 0 };
  for (const told of patterns) {
    const before = known.get(told.key);
    const pattern = before ? keepingWhatIsKnown(told, before) : told;
    if (before && alike(before, pattern)) {
      tally.unchanged++;
      continue;
    }
    const { component, failure } = pattern;
    if (component !== null && failure !== null) await ensureCause(db, { component, failure }, actor.personId, now);
    await writeKnownFailure(db, pattern, actor.personId, now);
    await letVehiclesOfPatternWait(db, pattern.key);
    tally[before ? "updated" : "added"]++;
  }
  return tally;
}

/** A file that tells nothing beside the cause and its scope takes nothing away of what the shop wrote down; what a lead withdrew stays so. */
function keepingWhatIsKnown(told: KnownFailure, before: KnownFailure): KnownFailure {
  const withdrawnReason = told.withdrawnReason ?? before.withdrawnReason;
  return alike(told.details, NO_DETAILS)
    ? {
        ...told,
        withdrawnReason,
        details: before.details,
        conditions: told.conditions.length ? told.conditions : before.conditions,
      }
    : { ...told, withdrawnReason };
}

/** Whether two values say the same, whatever the order of their fields. */
function alike(a: unknown, b: unknown): boolean {
  if (Array.isArray(a) && Array.isArray(b)) return a.length === b.length && a.every((each, at) => alike(each, b[at]));
  if (a === null || b === null || typeof a !== "object" || typeof b !== "object") return (a ?? null) === (b ?? null);
  const names = new Set([...Object.keys(a), ...Object.keys(b)]);
  const of = (value: object, name: string): unknown => Reflect.get(value, name) ?? null;
  return [...names].every((name) => alike(of(a, name), of(b, name)));
}
