import "server-only";
import type { Vehicle } from "@/core/vehicle";
import { readMergedNames } from "@/server/db/catalogue";
import type { Db } from "@/server/db/pool";
import { readMergedWords, type WordKind } from "@/server/db/words";
import type { CasebookBook, CasebookJob } from "./shape";

/** Words and names that count as others here, since somebody found them to be doubles. */
export interface CurrentNames {
  readonly words: Readonly<Record<WordKind, ReadonlyMap<string, string>>>;
  readonly names: ReadonlyMap<string, string>;
}

const nameKey = (kind: string, make: string, name: string) => JSON.stringify([kind, make, name]);

/** What merged words and names are called by now. */
export async function readCurrentNames(db: Db): Promise<CurrentNames> {
  const merged = await readMergedWords(db);
  const of = (kind: WordKind) =>
    new Map(merged.filter((each) => each.kind === kind).map(({ key, into }) => [key, into]));
  const names = await readMergedNames(db);
  return {
    words: { symptom: of("symptom"), condition: of("condition"), component: of("component"), failure: of("failure") },
    names: new Map(names.map(({ kind, make, name, into }) => [nameKey(kind, make, name), into])),
  };
}

/** A book with its words as they count here. Words that count as others keep their place in the lists: they are known. */
export function bookAsCounted(book: CasebookBook, { words, names }: CurrentNames): CasebookBook {
  const cause = causeAsCounted(words);
  return {
    ...book,
    procedures: book.procedures.map((procedure) => ({
      ...procedure,
      component: wordAs(words.component, procedure.component),
      outcomes: procedure.outcomes.map((outcome) => ({ ...outcome, effects: outcome.effects.map(cause) })),
    })),
    links: book.links.map(({ symptom, component, often }) => ({
      symptom: wordAs(words.symptom, symptom),
      component: wordAs(words.component, component),
      often,
    })),
    fixes: book.fixes.map(cause),
    patterns: book.patterns.map((pattern) => {
      const { applies } = pattern;
      const make = applies.make === null ? null : nameAs(names, "make", "", applies.make);
      const each = (kind: string, of: string, list: readonly string[]) =>
        list.map((name) => nameAs(names, kind, of, name));
      return {
        ...pattern,
        component: pattern.component && wordAs(words.component, pattern.component),
        failure: pattern.failure && wordAs(words.failure, pattern.failure),
        conditions: [...new Set(pattern.conditions.map((key) => wordAs(words.condition, key)))],
        symptoms: [...new Set(pattern.symptoms.map((key) => wordAs(words.symptom, key)))],
        applies: {
          ...applies,
          make,
          models: each("model", make ?? "", applies.models),
          engines: each("engine", "", applies.engines),
          transmissions: each("transmission", "", applies.transmissions),
        },
      };
    }),
  };
}

/** A job with its words and names as they count here. */
export function jobAsCounted(job: CasebookJob, { words, names }: CurrentNames): CasebookJob {
  const cause = causeAsCounted(words);
  const conditions = new Map<string, Set<string>>();
  for (const symptom of job.symptoms) {
    const key = wordAs(words.symptom, symptom.key);
    const own = conditions.get(key) ?? new Set();
    for (const condition of symptom.conditions) own.add(wordAs(words.condition, condition));
    conditions.set(key, own);
  }
  const causes = new Map(
    (job.finding?.causes ?? []).map(cause).map((each) => [`${each.component}/${each.failure}`, each]),
  );
  return {
    ...job,
    vehicle: { ...job.vehicle, ...variantAsCounted(job.vehicle, names) },
    symptoms: [...conditions].map(([key, own]) => ({ key, conditions: [...own].sort() })),
    parts: job.parts.map(cause),
    finding: job.finding && { ...job.finding, causes: [...causes.values()] },
  };
}

function variantAsCounted(vehicle: Vehicle, names: CurrentNames["names"]): Partial<Vehicle> {
  const make = nameAs(names, "make", "", vehicle.make);
  const { engine, transmission } = vehicle;
  return {
    make,
    model: nameAs(names, "model", make, vehicle.model),
    engine: engine === null ? null : nameAs(names, "engine", "", engine),
    transmission: transmission === null ? null : nameAs(names, "transmission", "", transmission),
  };
}

const nameAs = (names: CurrentNames["names"], kind: string, make: string, name: string) =>
  names.get(nameKey(kind, make, name)) ?? name;

function wordAs<Key extends string | null>(words: ReadonlyMap<string, string>, key: Key): Key {
  // A key is replaced by a key, none by none.
  return (key === null ? null : (words.get(key) ?? key)) as Key;
}

const causeAsCounted =
  (words: CurrentNames["words"]) =>
  <Row extends { readonly component: string; readonly failure: string | null }>(row: Row): Row => ({
    ...row,
    component: wordAs(words.component, row.component),
    failure: wordAs(words.failure, row.failure),
  });
