import "server-only";
import type { Named } from "@/core/search";
import type { Db } from "./pool";
import { many } from "./rows";

/** What a name may be of, beside what a question is understood as. */
export interface NameFound extends Omit<Named, "kind"> {
  readonly kind: Named["kind"] | "procedure";
}

/** The likest names for each word: those that this holds of, so many of them. */
const namesWhere = (condition: string, most: number) => `
  select distinct n.kind, n.key, n.owner, n.name
  from unnest($1::text[]) as asked (word),
    lateral (
      select kind, key, owner, name
      from search_name
      where ${condition}
      order by word_similarity(asked.word, folded) desc, length(folded)
      limit ${most}
    ) n`;

const LIKE = namesWhere("asked.word <% folded", 40);
// How like a name has to be for a word that nothing is called: one letter in a short word.
const NEARLY = namesWhere("kind <> 'code' and word_similarity(asked.word, folded) >= 0.3", 12);

/**
 * Everything that is called like one of these words: whole words, their beginnings, and with letters swapped or missing (pg_trgm, word similarity).
 * @param words without their endings, as `stem` gives them
 */
export async function namesLike(db: Db, words: readonly string[]): Promise<NameFound[]> {
  return words.length ? many<NameFound>(db, LIKE, [words]) : [];
}

/** The same for words of which `namesLike` found nothing, less strictly; every name is looked at. */
export async function namesNearly(db: Db, words: readonly string[]): Promise<NameFound[]> {
  return words.length ? many<NameFound>(db, NEARLY, [words]) : [];
}

/**
 * What has one way of writing, however it is spaced: plates, part numbers, makes, models, engines, transmissions.
 * @param identities as `identity` gives them
 */
export async function identitiesOf(db: Db, identities: readonly string[]): Promise<Named[]> {
  return many<Named>(
    db,
    `select 'plate' as kind, id::text as key, plate as name, '' as owner
     from vehicle
     where plate is not null and search_identity(plate) = any($1)
     union all
     (select distinct 'part-number', part_number, part_number, ''
      from job_part
      where part_number is not null and search_identity(part_number) = any($1)
      limit 20)
     union all
     select kind, coalesce(merged_into, name), name, make
     from variant_name
     where search_identity(name) = any($1)`,
    [identities],
  );
}
