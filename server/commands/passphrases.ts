import "server-only";
import { hashPassphrase, type Secret } from "@/server/auth/passphrase";

/** Input that holds a passphrase. */
export interface KeptPassphrase {
  readonly passphrase: string;
  /** What it is kept as, made before the transaction. */
  readonly secret?: Secret;
}

export const keptSecret = async <Input extends KeptPassphrase>(input: Input): Promise<Input> => ({
  ...input,
  secret: await hashPassphrase(input.passphrase),
});

/** @throws Error where it was not made before */
export function secretOf({ secret }: KeptPassphrase): Secret {
  if (!secret) throw new Error("the passphrase was not prepared");
  return secret;
}
