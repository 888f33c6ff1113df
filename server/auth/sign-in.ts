import "server-only";
import { subMinutes } from "date-fns";
import { inTransaction, pool } from "@/server/db/pool";
import { findPersonByName } from "@/server/db/people";
import { countFailures, recordAttempt } from "@/server/db/sessions";
import { passphraseFits } from "./passphrase";
import { startSession } from "./session";

/** After so many failures in a row a name has to wait, whoever types. */
const MOST_FAILURES = 8;
const WAIT_MINUTES = 15;

export type SignInResult =
  | { readonly ok: true; readonly token: string }
  | { readonly ok: false; readonly why: "wrong" | "too-many"; readonly waitMinutes: number };

/**
 * Checks name and passphrase and starts a session. Every attempt is counted in the database as a failure before it is
 * looked at, so that many at once cannot slip past the limit; a success clears the count.
 */
export async function signIn(name: string, passphrase: string, now: Date): Promise<SignInResult> {
  await recordAttempt(pool(), name, false, now);
  const attempts = await countFailures(pool(), name, subMinutes(now, WAIT_MINUTES));
  if (attempts > MOST_FAILURES) return { ok: false, why: "too-many", waitMinutes: WAIT_MINUTES };
  const person = await findPersonByName(pool(), name);
  const fits = await passphraseFits(passphrase, person?.active ? person : null);
  if (!fits || !person) return { ok: false, why: "wrong", waitMinutes: 0 };
  const token = await inTransaction(async (db) => {
    await recordAttempt(db, name, true, now);
    return startSession(db, person.id, now);
  });
  return { ok: true, token };
}
