import "server-only";
import type { PersonId, SiteId } from "@/core/ids";
import type { Db } from "./pool";
import { execute, many } from "./rows";

/** A used part that was made ready from an old assembly. */
export interface SpareRow {
  readonly id: string;
  readonly component: string;
  readonly what: string;
  /** What was tested on it, and how it came out. */
  readonly tested: string;
  readonly fits: string;
  readonly at: Date;
  readonly by: string;
}

/** The spares of a site that are still on the shelf. */
export async function listSpares(db: Db, siteId: SiteId): Promise<SpareRow[]> {
  return many<SpareRow>(
    db,
    `select s.id, current_component(s.component) as component, s.what, s.tested, s.fits, s.at, coalesce(p.name, '') as by
     from spare s
     left join person p on p.id = s.by
     where s.site_id = $1 and s.taken_at is null
     order by s.at desc, s.id`,
    [siteId],
  );
}

interface NewSpare extends Pick<SpareRow, "id" | "component" | "what" | "tested" | "fits"> {
  readonly siteId: SiteId;
}

export async function insertSpare(db: Db, spare: NewSpare, by: { id: PersonId; at: Date }): Promise<void> {
  const { id, siteId, component, what, tested, fits } = spare;
  await execute(
    db,
    "insert into spare (id, site_id, component, what, tested, fits, at, by) values ($1, $2, $3, $4, $5, $6, $7, $8)",
    [id, siteId, component, what, tested, fits, by.at, by.id],
  );
}

/** @returns whether it was still there */
export async function takeSpare(db: Db, siteId: SiteId, id: string, by: { id: PersonId; at: Date }): Promise<boolean> {
  const text = "update spare set taken_at = $3, taken_by = $4 where id = $1 and site_id = $2 and taken_at is null";
  return (await execute(db, text, [id, siteId, by.at, by.id])) === 1;
}

/** What was used of a cause's part within so many days, and the part number that was fitted most. */
export interface PartUse {
  readonly component: string;
  readonly failure: string;
  readonly used: number;
  readonly partNumber: string | null;
}

/** Parts that cured something since a day, by cause. */
export async function partsUsedSince(db: Db, siteId: SiteId, since: Date): Promise<PartUse[]> {
  return many<PartUse>(
    db,
    `select coalesce(k.merged_into, k.key) as component, coalesce(m.merged_into, m.key) as failure, count(*)::int as used,
       mode() within group (order by p.part_number) as "partNumber"
     from job_part p
     join job j on j.id = p.job_id
     join component k on k.key = p.component
     join failure m on m.key = p.failure
     where j.site_id = $2 and j.closed_at >= $1 and p.result in ('fixed', 'partly') and p.failure is not null and not p.get_home
       and p.source <> 'repaired'
     group by 1, 2`,
    [since, siteId],
  );
}
