import "server-only";
import type { SiteId } from "@/core/ids";
import type { Db } from "./pool";
import { execute, many, maybeOne, one } from "./rows";

export interface Site {
  readonly id: SiteId;
  readonly name: string;
  readonly timeZone: string;
  /** ISO 4217 */
  readonly currency: string;
  readonly ratePerHour: number;
  readonly unitSystem: "metric" | "imperial";
}

const COLUMNS = `id, name, time_zone as "timeZone", currency, rate_per_hour as "ratePerHour", unit_system as "unitSystem"`;

/** A site by its id. @throws where there is none */
export async function findSite(db: Db, id: SiteId): Promise<Site> {
  return one<Site>(db, `select ${COLUMNS} from site where id = $1`, [id]);
}

/** The shop's first site, or null where nobody has set the shop up yet. */
export async function firstSite(db: Db): Promise<Site | null> {
  return maybeOne<Site>(db, `select ${COLUMNS} from site order by created_at, id limit 1`);
}

/** Every site of the shop, the first one first. */
export async function listSites(db: Db): Promise<Site[]> {
  return many<Site>(db, `select ${COLUMNS} from site order by created_at, id`);
}

/** A new site. */
export async function insertSite(db: Db, site: Site, now: Date): Promise<void> {
  await execute(
    db,
    `insert into site (id, name, time_zone, currency, rate_per_hour, unit_system, created_at)
     values ($1, $2, $3, $4, $5, $6, $7)`,
    [site.id, site.name, site.timeZone, site.currency, site.ratePerHour, site.unitSystem, now],
  );
}

/** Its name, time zone, money, hour's rate and units. */
export async function updateSite(db: Db, site: Site): Promise<void> {
  await execute(
    db,
    `update site
     set name = $2, time_zone = $3, currency = $4, rate_per_hour = $5, unit_system = $6
     where id = $1`,
    [site.id, site.name, site.timeZone, site.currency, site.ratePerHour, site.unitSystem],
  );
}

/** The next job number of a site; the row stays locked until the transaction ends, so no number is given twice. */
export async function takeJobNumber(db: Db, id: SiteId): Promise<number> {
  const { number } = await one<{ number: number }>(
    db,
    `update site
     set last_job_number = last_job_number + 1
     where id = $1
     returning last_job_number as "number"`,
    [id],
  );
  return number;
}

/** Until the transaction ends, whoever locks the same site waits. */
export async function lockSite(db: Db, id: SiteId): Promise<void> {
  await execute(db, "select from site where id = $1 for update", [id]);
}
