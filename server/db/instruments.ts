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
  /** When it was last proved on a known source, and by whom. */
  readonly provedAt: Date | null;
  readonly provedBy: string | null;
}

/** What leads say of a meter. */
export type InstrumentSheet = Omit<InstrumentRow, "provedAt" | "provedBy">;

const COLUMNS = `i.id, i.name, i.percent, i."offset", i.calibration_due::text as "calibrationDue", i.proved_at as "provedAt", p.name as "provedBy"`;
const FROM = "instrument i left join person p on p.id = i.proved_by";

/** The shop's instruments, with when each was proved last. */
export async function listInstruments(db: Db, siteId: SiteId): Promise<InstrumentRow[]> {
  return many<InstrumentRow>(
    db,
    `select ${COLUMNS} from ${FROM} where i.site_id = $1 and i.active order by lower(i.name)`,
    [siteId],
  );
}

/** One of them, or null. */
export async function findInstrument(db: Db, siteId: SiteId, id: string): Promise<InstrumentRow | null> {
  return maybeOne<InstrumentRow>(db, `select ${COLUMNS} from ${FROM} where i.site_id = $1 and i.id = $2 and i.active`, [
    siteId,
    id,
  ]);
}

/** Writes an instrument down, in place of the one of that key. */
export async function setInstrument(
  db: Db,
  siteId: SiteId,
  { id, name, percent, offset, calibrationDue }: InstrumentSheet,
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

/** Notes that a meter was proved on a known source. @returns whether there is such a meter */
export async function proveInstrument(
  db: Db,
  siteId: SiteId,
  id: string,
  by: { readonly id: PersonId; readonly at: Date },
): Promise<boolean> {
  const sql = "update instrument set proved_at = $3, proved_by = $4 where site_id = $1 and id = $2 and active";
  return (await execute(db, sql, [siteId, id, by.at, by.id])) === 1;
}
