import "server-only";
import { causeKey, type Procedure } from "@/core/book";
import type { KnownFailure } from "@/core/known-failures";
import type { CurrentNames } from "@/server/casebook/current-names";
import { bookAsCounted, jobAsCounted } from "@/server/casebook/current-names";
import type { CasebookBook, CasebookJob, CasebookWord } from "@/server/casebook/shape";
import { onceEach } from "@/server/casebook/effects-once";
import type { Word } from "@/server/db/book";
import type { Spoken } from "@/server/db/other-shops";
import type { WordKind } from "@/server/db/words";

/** Another shop's book in this shop's words, and what of it is not here yet. */
export interface Translated {
  readonly spoken: Spoken;
  readonly words: readonly (readonly [WordKind, CasebookWord])[];
  readonly procedures: readonly Procedure[];
  readonly repairs: CasebookBook["fixes"];
  readonly patterns: readonly KnownFailure[];
}

export interface Here {
  readonly vocabulary: Readonly<Record<keyof Words, readonly Word[]>>;
  readonly names: CurrentNames;
  readonly procedures: readonly Procedure[];
  /** Keys "component/failure". */
  readonly repairs: ReadonlySet<string>;
  readonly patterns: readonly KnownFailure[];
}

/**
 * Says in this shop's words what another one's casebook says: a word of the same key, or called the same, is the same word; a procedure with the same key
 * and outcomes is the same test. Nothing of this shop's is written over: what differs comes in under a key of its own.
 */
export function translate(book: CasebookBook, here: Here): Translated {
  const { words, missing } = ownWordsFor(book.vocabulary, here);
  const names = namesSpoken({ words }, here.names);
  const inOurs = bookAsCounted(book, names);
  const { procedures, procedureHere } = newProcedures(inOurs.procedures, here.procedures);
  return {
    spoken: { words, procedures: Object.fromEntries(procedureHere) },
    words: missing,
    procedures,
    repairs: inOurs.fixes.filter(({ component, failure }) => !here.repairs.has(`${component}/${failure}`)),
    patterns: newPatterns(inOurs.patterns, here.patterns, procedureHere, names.words),
  };
}

/** A book with what another shop's casebook adds to it. */
export function withTranslated(here: Here, { words, procedures, repairs, patterns }: Translated): Here {
  const added = (kind: WordKind) => words.flatMap(([own, word]) => (own === kind ? word : []));
  const { vocabulary } = here;
  return {
    names: here.names,
    vocabulary: {
      symptoms: [...vocabulary.symptoms, ...added("symptom")],
      conditions: [...vocabulary.conditions, ...added("condition")],
      components: [...vocabulary.components, ...added("component")],
      failures: [...vocabulary.failures, ...added("failure")],
    },
    procedures: [...here.procedures, ...procedures],
    repairs: new Set([...here.repairs, ...repairs.map(causeKey)]),
    patterns: [...here.patterns, ...patterns],
  };
}

/** Under which words and names another shop's book counts here today. */
export function namesSpoken({ words = NO_WORDS }: Pick<Partial<Spoken>, "words">, current: CurrentNames): CurrentNames {
  const through = (kind: WordKind) => {
    const merged = current.words[kind];
    const theirs = Object.entries(words[kind]).map(([key, ours]) => [key, merged.get(ours) ?? ours] as const);
    return new Map([...merged, ...theirs]);
  };
  return {
    names: current.names,
    words: {
      symptom: through("symptom"),
      condition: through("condition"),
      component: through("component"),
      failure: through("failure"),
    },
  };
}

const NO_WORDS: Spoken["words"] = { symptom: {}, condition: {}, component: {}, failure: {} };

/** A job of theirs under the words, names and procedures that count here. */
export function jobSpoken(job: CasebookJob, { procedures = {} }: Partial<Spoken>, names: CurrentNames): CasebookJob {
  return jobAsCounted(
    { ...job, tests: job.tests.map((test) => ({ ...test, procedure: procedures[test.procedure] ?? test.procedure })) },
    names,
  );
}

type Words = CasebookBook["vocabulary"];

function ownWordsFor(theirs: Words, here: Here) {
  const of = (kind: WordKind, list: keyof Words) =>
    ownWordsOf(theirs[list], here.vocabulary[list], here.names.words[kind]);
  const kinds = {
    symptom: of("symptom", "symptoms"),
    condition: of("condition", "conditions"),
    component: of("component", "components"),
    failure: of("failure", "failures"),
  } as const;
  const words = {
    symptom: kinds.symptom.ours,
    condition: kinds.condition.ours,
    component: kinds.component.ours,
    failure: kinds.failure.ours,
  };
  const kindNames: readonly WordKind[] = ["symptom", "condition", "component", "failure"];
  return { words, missing: kindNames.flatMap((kind) => kinds[kind].missing.map((word) => [kind, word] as const)) };
}

function ownWordsOf(theirs: readonly CasebookWord[], own: readonly Word[], merged: ReadonlyMap<string, string>) {
  const keys = new Set(own.map(({ key }) => key));
  const called = new Map(
    own.flatMap(({ key, label, also = [] }) => [label, ...also].map((text) => [text.toLowerCase(), key] as const)),
  );
  const ours: Record<string, string> = {};
  const missing: CasebookWord[] = [];
  for (const word of theirs) {
    if (keys.has(word.key) || merged.has(word.key)) continue;
    const same = called.get(word.label.toLowerCase());
    if (same !== undefined) ours[word.key] = same;
    else {
      missing.push(word);
      called.set(word.label.toLowerCase(), word.key);
    }
  }
  return { ours, missing };
}

function newProcedures(theirs: readonly Procedure[], ours: readonly Procedure[]) {
  const known = new Map(ours.map((procedure) => [procedure.key, procedure]));
  const procedureHere = new Map<string, string>();
  const procedures: Procedure[] = [];
  for (const procedure of theirs) {
    const key = keyFor(procedure, known);
    if (key !== procedure.key) procedureHere.set(procedure.key, key);
    if (known.has(key)) continue;
    const outcomes = procedure.outcomes.map((outcome) => ({ ...outcome, effects: onceEach(outcome.effects) }));
    const added = { ...procedure, outcomes, key, version: 1, pictured: [], proposed: false };
    known.set(key, added);
    procedures.push(added);
  }
  return { procedures, procedureHere };
}

const sameOutcomes = (a: Procedure, b: Procedure) => {
  const keys = new Set(a.outcomes.map(({ key }) => key));
  return keys.size === b.outcomes.length && b.outcomes.every(({ key }) => keys.has(key));
};

/** Its own key where that is free or the same test; else the first beside it that is. */
function keyFor(procedure: Procedure, known: ReadonlyMap<string, Procedure>): string {
  const isAnother = (key: string) => {
    const there = known.get(key);
    return there !== undefined && !sameOutcomes(there, procedure);
  };
  return isAnother(procedure.key) ? keyBeside(procedure.key, { has: isAnother }) : procedure.key;
}

/** "leak-test" where that is taken becomes "leak-test-2". */
function keyBeside(wanted: string, taken: { has(key: string): boolean }): string {
  for (let number = 2; ; number++) {
    const key = `${wanted.slice(0, 70)}-${number}`;
    if (!taken.has(key)) return key;
  }
}

/** What another shop says that it saw is hearsay here, until jobs of ours show it; what the maker wrote stays a bulletin. */
function newPatterns(
  theirs: readonly KnownFailure[],
  ours: readonly KnownFailure[],
  procedureHere: ReadonlyMap<string, string>,
  words: CurrentNames["words"],
): readonly KnownFailure[] {
  const taken = new Map(ours.map((known) => [known.key, known]));
  const keys = new Map<string, string>();
  const added: KnownFailure[] = [];
  for (const known of theirs) {
    if (known.proposed || known.withdrawnReason !== null) continue;
    const own = taken.get(known.key);
    if (own && own.component === known.component && own.failure === known.failure) continue;
    const key = own ? keyBeside(known.key, taken) : known.key;
    keys.set(known.key, key);
    taken.set(key, known);
    added.push({ ...known, key });
  }
  return added.map((known) => ({
    ...known,
    evidence: known.evidence === "bulletin" ? "bulletin" : "hearsay",
    confirmBy: known.confirmBy && (procedureHere.get(known.confirmBy) ?? known.confirmBy),
    details: {
      ...known.details,
      lookAlikes: known.details.lookAlikes.map((each) => ({
        ...each,
        other: each.other && (keys.get(each.other) ?? (taken.has(each.other) ? each.other : null)),
        procedure: each.procedure && (procedureHere.get(each.procedure) ?? each.procedure),
        thisIf: each.thisIf && (words.condition.get(each.thisIf) ?? each.thisIf),
        otherIf: each.otherIf && (words.condition.get(each.otherIf) ?? each.otherIf),
      })),
      repairs: known.details.repairs.map((each) => ({
        ...each,
        component: each.component && (words.component.get(each.component) ?? each.component),
      })),
    },
  }));
}
