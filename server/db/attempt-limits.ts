import "server-only";
import type { Db } from "./pool";
import { execute } from "./rows";

/** Ends every wait that keys which contain `part` are in. */
export async function liftLimits(db: Db, part: string): Promise<void> {
  await execute(db, "delete from attempt_limit where position($1 in key) > 0", [part]);
}
