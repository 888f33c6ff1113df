import "server-only";
import type { PersonId } from "@/core/ids";
import type { Db } from "./pool";
import { execute, maybeOne } from "./rows";

/** Whose device this is, if anybody signed in from it before. */
export async function findDevice(db: Db, hash: Buffer): Promise<PersonId | null> {
  const found = await maybeOne<{ personId: PersonId }>(
    db,
    `select person_id as "personId" from known_device where token_hash = $1`,
    [hash],
  );
  return found?.personId ?? null;
}

export async function keepDevice(db: Db, device: { hash: Buffer; personId: PersonId; now: Date }): Promise<void> {
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

/** Ends every wait that keys which contain `part` are in. */
export async function liftLimits(db: Db, part: string): Promise<void> {
  await execute(db, "delete from attempt_limit where position($1 in key) > 0", [part]);
}
