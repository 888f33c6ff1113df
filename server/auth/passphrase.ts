import "server-only";
import Joi from "joi";
import { randomBytes, scrypt, timingSafeEqual } from "node:crypto";

/** scrypt (RFC 7914): 32 MiB and about 0.1 s a guess on this decade's machines. */
const COST = { N: 2 ** 15, r: 8, p: 1, maxmem: 64 * 1024 * 1024 } as const;
const HASH_BYTES = 32;
const SALT_BYTES = 16;

export const PASSPHRASE_LEAST = 10;
export const PASSPHRASE_MOST = 200;

/** A new passphrase: long enough to stand against guessing. */
export const passphraseInput = () => Joi.string().min(PASSPHRASE_LEAST).max(PASSPHRASE_MOST);

export interface Secret {
  readonly salt: Buffer;
  readonly hash: Buffer;
}

/** A hash that is as slow to guess as a passphrase is. */
export const slowHash = (text: string, salt: Buffer): Promise<Buffer> => derive(text, salt);

function derive(passphrase: string, salt: Buffer): Promise<Buffer> {
  return new Promise((done, fail) =>
    scrypt(passphrase.normalize("NFKC"), salt, HASH_BYTES, COST, (error, key) => (error ? fail(error) : done(key))),
  );
}

/** As it is kept: scrypt with a salt of its own. */
export async function hashPassphrase(passphrase: string): Promise<Secret> {
  const salt = randomBytes(SALT_BYTES);
  return { salt, hash: await derive(passphrase, salt) };
}

/** Compares in constant time. With no secret it works just as long and says no, so that names cannot be probed by the clock. */
export async function passphraseFits(passphrase: string, secret: Secret | null): Promise<boolean> {
  const salt = secret?.salt ?? Buffer.alloc(SALT_BYTES);
  const found = await derive(passphrase, salt);
  const wanted = secret?.hash ?? Buffer.alloc(HASH_BYTES);
  return timingSafeEqual(found, wanted) && secret !== null;
}
