import "server-only";
import { findDevice, keepDevice } from "@/server/db/devices";
import { findPersonByName } from "@/server/db/people";
import { inTransaction, pool } from "@/server/db/pool";
import { countAttempt, countedSignIn, forgetAttempts } from "./limits";
import { passphraseFits } from "./passphrase";
import { hashToken, newSecretToken } from "./secret-token";
import { startSession } from "./session";

export interface SignIn {
  readonly name: string;
  readonly passphrase: string;
  /** Where it comes from, as far as is known. */
  readonly address: string;
  /** What the browser kept from an earlier sign-in, if it did. */
  readonly device: string | null;
}

export type SignInResult =
  | { readonly ok: true; readonly token: string; readonly device: string }
  | { readonly ok: false; readonly why: "wrong" }
  | { readonly ok: false; readonly why: "too-many"; readonly waitSeconds: number };

/** Checks name and passphrase and starts a session; the browser is known from then on as one of this person's. */
export async function signIn({ name, passphrase, address, device }: SignIn, now: Date): Promise<SignInResult> {
  const person = await findPersonByName(pool(), name);
  const known = device === null ? null : await findDevice(pool(), hashToken(device));
  const ofDevice = person && known === person.id && device ? hashToken(device).toString("hex").slice(0, 32) : null;
  const counted = countedSignIn(name, address, ofDevice);
  const waitSeconds = await countAttempt(counted);
  if (waitSeconds > 0) return { ok: false, why: "too-many", waitSeconds };
  const fits = await passphraseFits(passphrase, person?.active ? person : null);
  if (!fits || !person) return { ok: false, why: "wrong" };
  await forgetAttempts(counted);
  const kept = ofDevice && device ? device : newSecretToken().token;
  const token = await inTransaction(async (db) => {
    await keepDevice(db, { hash: hashToken(kept), personId: person.id, now });
    return startSession(db, person.id, now);
  });
  return { ok: true, token, device: kept };
}
