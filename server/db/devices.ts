import "server-only";
import { subYears } from "date-fns";
import type { PersonId } from "@/core/ids";
import type { Db } from "./pool";
import { execute, maybeOne } from "./rows";

/** A browser's cookie lives no longer. */
const YEARS_KEPT = 1;

/** Whose device this is, if anybody signed in from it before. */
export async function findDevice(db: Db, hash: Buffer): Promise<PersonId | null> {
  const found = await maybeOne<{ personId: PersonId }>(
    db,
    `select person_id as "personId" from known_device where token_hash = $1`,
    [hash],
  );
  return found?.personId ?? null;
}

/** Remembers a browser on which somebody signed in: its tries are counted apart from a stranger's. */
export async function keepDevice(db: Db, device: { hash: Buffer; personId: PersonId; now: Date }): Promise<void> {
  await execute(db, "delete from known_device where seen_at < $1", [subYears(device.now, YEARS_KEPT)]);
  await execute(
    db,
    `insert into known_device (token_hash, person_id, seen_at)
     values ($1, $2, $3)
     on conflict (token_hash) do update set person_id = excluded.person_id, seen_at = excluded.seen_at`,
    [device.hash, device.personId, device.now],
  );
}

/** A device that was lost, or a passphrase that was known to others: no device of theirs is known any more. */
export async function forgetDevicesOf(db: Db, personId: PersonId): Promise<void> {
  await execute(db, "delete from known_device where person_id = $1", [personId]);
}
