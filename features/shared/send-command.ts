/** Sends a write to the server: each has a UUID of its own, so that sending it again after a broken connection is safe. */

export interface MeanwhileEntry {
  readonly seq: number;
  readonly by: string;
  readonly text: string;
}

export type CommandOutcome =
  | { readonly ok: true; readonly answer: unknown }
  | { readonly ok: false; readonly why: "invalid"; readonly problems: readonly { path: string; message: string }[] }
  | {
      readonly ok: false;
      readonly why: "stale";
      readonly version: number;
      readonly meanwhile: readonly MeanwhileEntry[];
    }
  | { readonly ok: false; readonly why: "signed-out" }
  | { readonly ok: false; readonly why: "offline" }
  | { readonly ok: false; readonly why: "failed"; readonly message: string };

/** A random UUID, also where the page came over plain HTTP from the shop's own network and the browser offers none. */
export function newUuid(): string {
  if (typeof crypto.randomUUID === "function") return crypto.randomUUID();
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  bytes[6] = ((bytes[6] ?? 0) & 0x0f) | 0x40;
  bytes[8] = ((bytes[8] ?? 0) & 0x3f) | 0x80;
  const hex = [...bytes].map((byte) => byte.toString(16).padStart(2, "0")).join("");
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-${hex.slice(12, 16)}-${hex.slice(16, 20)}-${hex.slice(20)}`;
}

const TRIES = 3;
const PAUSE_MS = 700;

/** POSTs JSON; a connection that breaks is tried again with the same key. */
export async function sendCommand(path: string, input: unknown, key: string = newUuid()): Promise<CommandOutcome> {
  for (let tries = 1; ; tries++) {
    try {
      const response = await fetch(path, {
        method: "POST",
        headers: { "content-type": "application/json", "idempotency-key": key },
        body: JSON.stringify(input),
      });
      return await outcomeOf(response);
    } catch {
      if (tries >= TRIES) return { ok: false, why: "offline" };
      await new Promise((done) => setTimeout(done, PAUSE_MS * tries));
    }
  }
}

export const commandPath = (name: string) => `/api/v1/commands/${name}`;

async function outcomeOf(response: Response): Promise<CommandOutcome> {
  const body: unknown = await response.json();
  if (response.ok) return { ok: true, answer: body };
  const problem = body as {
    detail?: string;
    problems?: { path: string; message: string }[];
    version?: number;
    meanwhile?: MeanwhileEntry[];
  };
  if (response.status === 401) return { ok: false, why: "signed-out" };
  if (response.status === 422 && problem.problems) return { ok: false, why: "invalid", problems: problem.problems };
  if (response.status === 409 && problem.meanwhile)
    return { ok: false, why: "stale", version: problem.version ?? 0, meanwhile: problem.meanwhile };
  return { ok: false, why: "failed", message: problem.detail ?? "The server did not say why." };
}
