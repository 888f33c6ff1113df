import "server-only";
import type { Actor } from "@/server/auth/session";
import type { WorkRow } from "@/server/db/long-work";
import { readPerson } from "@/server/db/people";
import { pool } from "@/server/db/pool";

/** Whoever asked for long work, with the rights that they have now. */
export async function askedBy({ id, personId, tokenId }: WorkRow): Promise<Actor> {
  if (!personId) throw new Error(`work ${id}: asked for by the clock, found where somebody has to have asked for it`);
  const { siteId, name, role } = await readPerson(pool(), personId);
  return { personId, siteId, name, role, tokenId };
}
