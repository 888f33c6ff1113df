import "server-only";
import type { Cause } from "@/core/book";
import { exhaustive } from "@/core/exhaustive";
import type { EntryBody } from "@/core/entries";
import type { Db } from "./pool";
import { one } from "./rows";

/** A word of the book that an entry uses, and where it stands in the input. */
interface UsedWord {
  readonly kind: "symptom" | "condition" | "component" | "failure";
  readonly key: string;
  readonly path: string;
}

/** The first word of an entry that the book does not hold; null where it holds them all. */
export async function unknownWord(db: Db, body: EntryBody): Promise<UsedWord | null> {
  const used = wordsOf(body);
  if (!used.length) return null;
  const { missing } = await one<{ missing: number[] }>(
    db,
    `select array(
       select at::integer from unnest($1::text[], $2::text[]) with ordinality as used (kind, key, at)
       where not case kind
         when 'symptom' then exists (select from symptom s where s.key = used.key)
         when 'condition' then exists (select from condition c where c.key = used.key)
         when 'component' then exists (select from component c where c.key = used.key)
         else exists (select from failure f where f.key = used.key)
       end
       order by at
     ) as missing`,
    [used.map(({ kind }) => kind), used.map(({ key }) => key)],
  );
  const [first] = missing;
  return first === undefined ? null : (used[first - 1] ?? null);
}

function wordsOf(body: EntryBody): readonly UsedWord[] {
  switch (body.kind) {
    case "symptoms":
      return body.symptoms.flatMap(({ key, conditions, denied = [] }, at) => [
        { kind: "symptom" as const, key, path: `symptoms[${at}].key` },
        ...conditions.map((each, nth) => condition(each, `symptoms[${at}].conditions[${nth}]`)),
        ...denied.map((each, nth) => condition(each, `symptoms[${at}].denied[${nth}]`)),
      ]);
    case "confirmed":
      return body.conditions.map((each, nth) => condition(each, `conditions[${nth}]`));
    case "proof":
      return [
        ...(body.conditions ?? []).map((each, nth) => condition(each, `conditions[${nth}]`)),
        ...(body.notHad ?? []).map((each, nth) => condition(each, `notHad[${nth}]`)),
      ];
    case "test":
      // What a procedure says was looked at when it was written down.
      if (body.procedure !== null) return [];
      return body.effects.flatMap(({ component, failure }, at) => [
        { kind: "component" as const, key: component, path: `effects[${at}].component` },
        ...(failure === null ? [] : [{ kind: "failure" as const, key: failure, path: `effects[${at}].failure` }]),
      ]);
    case "part":
    case "prior-work":
      return [
        { kind: "component" as const, key: body.component, path: "component" },
        ...(body.kind === "part" && body.failure !== null
          ? [{ kind: "failure" as const, key: body.failure, path: "failure" }]
          : []),
      ];
    case "opened":
    case "odometer":
    case "watch":
    case "scan":
    case "cleared":
    case "waiting":
    case "second-look":
    case "ask-after":
    case "part-result":
    case "check-off":
    case "note":
    case "bypass":
    case "bypass-removed":
    case "withdrawn":
    case "closed":
    case "reopened":
    case "handed":
    case "imported":
      return [];
    // Causes that nobody has had before come into the book by them; the database holds them to its words.
    case "suspect":
    case "finding":
      return [];
    case "repair-choice":
      return causeWords(body.cause, "cause");
    case "estimate":
      return body.cause ? causeWords(body.cause, "cause") : [];
    default:
      return exhaustive(body, "wordsOf");
  }
}

const causeWords = ({ component, failure }: Cause, path: string): readonly UsedWord[] => [
  { kind: "component", key: component, path: `${path}.component` },
  { kind: "failure", key: failure, path: `${path}.failure` },
];

const condition = (key: string, path: string): UsedWord => ({ kind: "condition", key, path });
