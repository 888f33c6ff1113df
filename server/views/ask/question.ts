import "server-only";
import { identity, stemsOf, wordFinder } from "@/core/finder";
import { joinsOf, piecesOf, understand, type Named, type Understanding } from "@/core/search";
import type { SiteId } from "@/core/ids";
import type { Labels } from "@/core/words";
import type { Db } from "@/server/db/pool";
import { identitiesOf, type NameFound } from "@/server/db/search";
import { namesOf } from "./names";

/** A question as it is understood, and what is called like its words beside it. */
export interface Question extends Understanding {
  /** Procedures by their titles, the likest first. */
  readonly procedures: readonly string[];
  /** Codes by what they are said to mean. */
  readonly codes: readonly string[];
}

/** Shorter than this no word is looked for less strictly: it is another word. */
const LEAST_STRANGE = 4;

/** What somebody at a site types, and when. */
interface Typed {
  readonly typed: string;
  readonly siteId: SiteId;
  readonly labels: Labels;
  readonly thisYear: number;
}

/** What is what in a question, by the shop's own names. */
export async function readQuestion(db: Db, { typed, siteId, labels, thisYear }: Typed): Promise<Question> {
  const pieces = piecesOf(typed);
  const words = [...new Set(pieces.flatMap(stemsOf))].filter((word) => word.length > 1);
  const [identities, like] = await Promise.all([
    identitiesOf(db, siteId, [...new Set(joinsOf(pieces).map(({ text }) => identity(text)))]),
    namesOf(db, "like", words),
  ]);
  const strange = words.filter((word) => word.length >= LEAST_STRANGE && !like.some((each) => isCalled(each, word)));
  const names = [...like, ...(await namesOf(db, "nearly", strange))];
  const meant = names.flatMap((name) => asNamed(name) ?? []);
  const { understood, rest } = understand(typed, { identities, names: meant, thisYear });
  return {
    understood: understood.map((each) => ({
      ...each,
      name: labelOf(each, labels),
      others: each.others.map((other) => ({ ...other, name: labelOf(other, labels) })),
    })),
    rest,
    procedures: rankedBy(typed, names, "procedure"),
    codes: rankedBy(typed, names, "code"),
  };
}

const isCalled = ({ name }: NameFound, word: string) =>
  stemsOf(name).some((own) => own.startsWith(word) || (own.length > 2 && word.startsWith(own)));

function asNamed({ kind, ...name }: NameFound): Named | null {
  return kind === "procedure" || kind === "code" ? null : { ...name, kind };
}

function rankedBy(typed: string, names: readonly NameFound[], kind: NameFound["kind"]): readonly string[] {
  const own = names.filter((each) => each.kind === kind);
  const words = [...new Map(own.map(({ key, name }) => [key, { key, label: name }])).values()];
  return words.length ? wordFinder(words)(typed) : [];
}

/** What a thing is called here, whatever it was called by. */
export function labelOf({ kind, key, name }: Named, labels: Labels): string {
  switch (kind) {
    case "symptom":
      return labels.symptom(key);
    case "condition":
      return labels.condition(key);
    case "component":
      return labels.component(key);
    case "failure":
      return labels.failure(key);
    default:
      return kind === "plate" ? name : key;
  }
}
