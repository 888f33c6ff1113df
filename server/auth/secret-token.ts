import "server-only";
import { createHash, randomBytes } from "node:crypto";

/** 256 random bits; only its hash is kept. */
export function newSecretToken(): { readonly token: string; readonly hash: Buffer } {
  const token = randomBytes(32).toString("base64url");
  return { token, hash: hashToken(token) };
}

/** A random token needs no salt and no slow hash: there is nothing to guess. */
export function hashToken(token: string): Buffer {
  return createHash("sha256").update(token).digest();
}
