import { Agent, request } from "node:http";
import type { HostileRequest } from "./hostile";

/** An answer that ought not to be. */
export interface Wrong {
  readonly what: string;
  readonly status: number;
  readonly ms: number;
  readonly answer: string;
}

export interface Hostilities {
  readonly sent: number;
  /** How many answers had each status. */
  readonly statuses: ReadonlyMap<number, number>;
  readonly slowestMs: number;
  readonly wrong: readonly Wrong[];
}

/** No answer may take longer. */
export const MOST_MS = 2000;
/** What a client may be told of what it sent, and nothing else. */
const ALLOWED = new Set([200, 201, 204, 304, 308, 400, 401, 403, 404, 409, 413, 415, 422, 429]);
/** Long work that somebody asks for and waits for, with all its words and procedures. */
const LONG_WORK = /general-practice|^POST \/api\/v1\/casebook(\?|$)/;
/** What no answer may hold: where the server keeps things, and how it asks for them. */
const LEAKS = /\bat \w+ \(|node_modules|\/server\/|\bselect \w+|syntax error at or near|violates|relation "/i;

/** Sends them, some at a time, and keeps what ought not to be: a failure, a leak, an answer that takes too long, or none. */
export async function sendHostile(
  origin: string,
  headers: Readonly<Record<string, string>>,
  requests: Iterable<HostileRequest>,
  { atOnce = 4, onSent = () => {} }: { readonly atOnce?: number; readonly onSent?: (sent: number) => void } = {},
): Promise<Hostilities> {
  const agent = new Agent({ keepAlive: true, maxSockets: atOnce });
  const statuses = new Map<number, number>();
  const wrong: Wrong[] = [];
  const slow: HostileRequest[] = [];
  let [sent, slowestMs] = [0, 0];
  const queue = requests[Symbol.iterator]();
  const worker = async () => {
    for (let next = queue.next(); !next.done; next = queue.next()) {
      const begun = performance.now();
      const { status, answer } = await send(agent, origin, headers, next.value);
      const ms = performance.now() - begun;
      statuses.set(status, (statuses.get(status) ?? 0) + 1);
      slowestMs = Math.max(slowestMs, ms);
      if (!ALLOWED.has(status) || (status >= 400 && LEAKS.test(answer)))
        wrong.push({ what: next.value.what, status, ms: Math.round(ms), answer: answer.slice(0, 300) });
      else if (ms > MOST_MS && !LONG_WORK.test(`${next.value.method} ${next.value.path}`)) slow.push(next.value);
      onSent(++sent);
    }
  };
  await Promise.all(Array.from({ length: atOnce }, worker));
  // The machine may have been busy with something else: what is slow is slow by itself as well.
  for (const again of slow) {
    const begun = performance.now();
    const { status, answer } = await send(agent, origin, headers, again);
    const ms = Math.round(performance.now() - begun);
    if (ms > MOST_MS) wrong.push({ what: again.what, status, ms, answer: answer.slice(0, 300) });
  }
  agent.destroy();
  return { sent, statuses, slowestMs, wrong };
}

function send(
  agent: Agent,
  origin: string,
  headers: Readonly<Record<string, string>>,
  { method, path, body }: HostileRequest,
): Promise<{ readonly status: number; readonly answer: string }> {
  return new Promise((done) => {
    const own = body === null ? headers : { ...headers, "content-type": "application/json" };
    const sent = request(`${origin}${path}`, { method, agent, headers: own }, (response) => {
      const pieces: Buffer[] = [];
      response.on("data", (piece: Buffer) => pieces.push(piece));
      response.on("error", (error) => done({ status: 0, answer: String(error) }));
      response.on("end", () =>
        done({ status: response.statusCode ?? 0, answer: Buffer.concat(pieces).toString("utf8") }),
      );
    });
    sent.on("error", (error: NodeJS.ErrnoException) =>
      // The server let go of a connection that had rested.
      error.code === "ECONNRESET" && sent.reusedSocket
        ? done(send(agent, origin, headers, { method, path, body, what: "" }))
        : done({ status: 0, answer: String(error) }),
    );
    sent.end(body ?? undefined);
  });
}
