import "server-only";
import { recount, workOutAhead, type Recount, type WorkedOut } from "@/server/book/recount";
import type { Actor } from "@/server/auth/session";
import { mayWorkAsIf } from "@/server/db/as-if";
import { pool, type Db } from "@/server/db/pool";
import { findSite } from "@/server/db/sites";
import { keepOnAllVehicles } from "@/server/db/vehicles-waiting";
import { speakingFor } from "@/server/other-shops/apply";
import { countOthersAhead, countOthersAnew, type OthersCounted } from "@/server/other-shops/count";
import type { TellProgress } from "@/server/queue/work";
import type { CommandContext } from "./command";

/** What a change of words or names makes of the counters, worked out before anybody waits for it. */
export interface Ahead {
  readonly counted: WorkedOut;
  readonly others: OthersCounted;
}

/** A command's input with what was worked out ahead of it. */
export type WithAhead<Input> = Input & { readonly ahead?: Ahead | undefined };

/**
 * @param of the change; `tables` are those that it writes
 * @returns nothing where this user may have no copies of tables: all of it is counted while others wait then
 */
export async function countAhead(
  { siteId }: Actor,
  of: Recount & { readonly tables: readonly string[] },
  tell: TellProgress,
): Promise<Ahead | undefined> {
  if (!(await mayWorkAsIf(pool()))) return undefined;
  const { currency } = await findSite(pool(), siteId);
  const told = (done: number, all: number) => tell({ stage: "count", done, of: all });
  const { counted, found } = await workOutAhead(of, (db) => countOthersAhead({ db, currency }), told);
  return { counted, others: found };
}

/** More jobs than these are counted by whoever does long work. */
const SOON_COUNTED = 500;

/** Whether a change touches so many jobs that counting them takes more than a moment. */
export async function touchesMany(db: Db, of: Recount): Promise<boolean> {
  return (await of.touched(db, null)).length > SOON_COUNTED;
}

/** Makes the change, and counts what it touches: our jobs, those of other shops, and what vehicles say of known failures. */
export async function changeAndCount(
  context: CommandContext,
  of: Recount,
  ahead: Ahead | undefined,
): Promise<{ readonly jobs: number }> {
  const counted = await recount(context.db, of, ahead?.counted ?? null);
  await keepOnAllVehicles(context.db);
  await countOthersAnew(speakingFor(context), ahead?.others ?? null);
  return counted;
}
