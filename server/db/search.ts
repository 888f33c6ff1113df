import "server-only";
import type { SiteId } from "@/core/ids";
import type { Named } from "@/core/search";
import type { Db } from "./pool";
import { many } from "./rows";

/** What a name may be of, beside what a question is understood as. */
export interface NameFound extends Omit<Named, "kind"> {
  readonly kind: Named["kind"] | "procedure";
}

/** The likest names for each word: those that this holds of, so many of them. */
const namesWhere = (condition: string, most: number) => `
  select asked.word, n.kind, n.key, n.owner, n.name
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

/** Names by the word that they are like. */
type NamesByWord = ReadonlyMap<string, readonly NameFound[]>;

/**
 * Everything that is called like one of these words: whole words, their beginnings, and with letters swapped or missing (pg_trgm, word similarity).
 * @param words without their endings, as `stem` gives them
 */
export const namesLike = (db: Db, words: readonly string[]): Promise<NamesByWord> => namesBy(db, LIKE, words);

/** The same for words of which `namesLike` found nothing, less strictly; every name is looked at. */
export const namesNearly = (db: Db, words: readonly string[]): Promise<NamesByWord> => namesBy(db, NEARLY, words);

async function namesBy(db: Db, query: string, words: readonly string[]): Promise<NamesByWord> {
  const found = new Map<string, NameFound[]>(words.map((word) => [word, []]));
  const rows = words.length ? await many<NameFound & { readonly word: string }>(db, query, [words]) : [];
  for (const { word, ...name } of rows) found.get(word)?.push(name);
  return found;
}

/**
 * What has one way of writing, however it is spaced: plates, part numbers, makes, models, engines, transmissions.
 * @param siteId whose plates: a vehicle is a site's
 * @param identities as `identity` gives them
 */
export async function identitiesOf(db: Db, siteId: SiteId, identities: readonly string[]): Promise<Named[]> {
  return many<Named>(
    db,
    `select 'plate' as kind, id::text as key, plate as name, '' as owner
     from vehicle
     where site_id = $2 and plate is not null and search_identity(plate) = any($1)
     union all
     (select distinct 'part-number', p.part_number, p.part_number, ''
      from unnest($1::text[]) as asked (identity),
        lateral (
          select part_number
          from job_part
          where part_number is not null and search_identity(part_number) = asked.identity
          limit 3
        ) p)
     union all
     select kind, coalesce(merged_into, name), name, make
     from variant_name
     where search_identity(name) = any($1)`,
    [identities, siteId],
  );
}
