import "server-only";
import type { PersonId, SiteId } from "@/core/ids";
import type { Instrument, Quantity } from "@/core/measure";
import type { Db } from "./pool";
import { execute, many, maybeOne } from "./rows";

/** A meter of the shop. */
export interface InstrumentRow extends Instrument {
  readonly id: string;
  readonly name: string;
  readonly percent: number | null;
  readonly offset: Quantity | null;
  /** The last day on which it is believed, as in 2027-03-31; null where nobody calibrates it. */
  readonly calibrationDue: string | null;
}

const COLUMNS = 'id, name, percent, "offset", calibration_due::text as "calibrationDue"';

export async function listInstruments(db: Db, siteId: SiteId): Promise<InstrumentRow[]> {
  return many<InstrumentRow>(
    db,
    `select ${COLUMNS} from instrument where site_id = $1 and active order by lower(name)`,
    [siteId],
  );
}

export async function findInstrument(db: Db, siteId: SiteId, id: string): Promise<InstrumentRow | null> {
  return maybeOne<InstrumentRow>(db, `select ${COLUMNS} from instrument where site_id = $1 and id = $2 and active`, [
    siteId,
    id,
  ]);
}

export async function setInstrument(
  db: Db,
  siteId: SiteId,
  { id, name, percent, offset, calibrationDue }: InstrumentRow,
  by: { readonly id: PersonId; readonly at: Date },
): Promise<void> {
  await execute(
    db,
    `insert into instrument (id, site_id, name, percent, "offset", calibration_due, created_at, created_by)
     values ($1, $2, $3, $4, $5, $6, $7, $8)
     on conflict (id) do update
     set name = excluded.name, percent = excluded.percent, "offset" = excluded."offset",
       calibration_due = excluded.calibration_due
     where instrument.site_id = excluded.site_id`,
    [id, siteId, name, percent, offset && JSON.stringify(offset), calibrationDue, by.at, by.id],
  );
}

/** A meter that is gone keeps its name on the tests it was used for. */
export async function retireInstrument(db: Db, siteId: SiteId, id: string): Promise<boolean> {
  return (
    (await execute(db, "update instrument set active = false where site_id = $1 and id = $2 and active", [
      siteId,
      id,
    ])) === 1
  );
}
