import "server-only";
import type { PersonId } from "@/core/ids";
import type { Db } from "./pool";
import { execute, many, maybeOne } from "./rows";

export interface Maker {
  /** World manufacturer identifier: a VIN's first three characters. */
  readonly wmi: string;
  readonly make: string;
}

/** Which make each maker code stands for, as the shop learnt it. */
export async function listMakers(db: Db): Promise<Maker[]> {
  return many<Maker>(db, "select wmi, make from maker order by make, wmi");
}

/** The make of a maker code, or null. */
export async function findMake(db: Db, wmi: string): Promise<string | null> {
  return (await maybeOne<{ make: string }>(db, "select make from maker where wmi = $1", [wmi]))?.make ?? null;
}

/** Keeps what the shop says of a maker code already; a code that is new is learnt from the vehicle that brought it. */
export async function learnMaker(db: Db, maker: Maker, by: PersonId, now: Date): Promise<void> {
  await execute(
    db,
    `insert into maker (wmi, make, created_at, created_by)
     values ($1, $2, $3, $4)
     on conflict (wmi) do nothing`,
    [maker.wmi, maker.make, now, by],
  );
}

/** Says what a maker code stands for. */
export async function setMaker(db: Db, maker: Maker, by: PersonId, now: Date): Promise<void> {
  await execute(
    db,
    `insert into maker (wmi, make, created_at, created_by)
     values ($1, $2, $3, $4)
     on conflict (wmi) do update set make = excluded.make, created_at = excluded.created_at, created_by = excluded.created_by`,
    [maker.wmi, maker.make, now, by],
  );
}

/** @returns whether there was one */
export async function deleteMaker(db: Db, wmi: string): Promise<number> {
  return execute(db, "delete from maker where wmi = $1", [wmi]);
}
