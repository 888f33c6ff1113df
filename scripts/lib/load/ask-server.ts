import { randomUUID } from "node:crypto";
import { Agent, request } from "node:http";
import { createGunzip } from "node:zlib";

/** A browser's connections: kept open, and as many as there are technicians. */
const agent = new Agent({ keepAlive: true, maxSockets: 1000 });

export interface Answered {
  readonly status: number;
  /** Of the headers alone where nobody reads the body. */
  readonly text: string;
  /** Until the last byte. */
  readonly ms: number;
}

interface Asked {
  readonly method?: string;
  readonly cookie?: string;
  readonly headers?: Readonly<Record<string, string>>;
  readonly body?: string;
  /** Whether the text is wanted; else it is let through unread, so that measuring takes as little of the processor as it can. */
  readonly read?: boolean;
}

/** Asks the server as a browser does, compressed and on a kept connection, and waits for the last byte. */
export function askServer(url: string, asked: Asked = {}): Promise<Answered> {
  const { method = "GET", cookie, headers, body, read = false } = asked;
  const begun = performance.now();
  return new Promise((done, fail) => {
    const sent = request(
      url,
      { method, agent, headers: { "accept-encoding": "gzip", ...(cookie ? { cookie } : {}), ...headers } },
      (response) => {
        const pieces: Buffer[] = [];
        const unpacked =
          read && response.headers["content-encoding"] === "gzip" ? response.pipe(createGunzip()) : response;
        unpacked.on("data", (piece: Buffer) => {
          if (read) pieces.push(piece);
        });
        unpacked.on("error", fail);
        unpacked.on("end", () =>
          done({
            status: response.statusCode ?? 0,
            text: Buffer.concat(pieces).toString("utf8"),
            ms: performance.now() - begun,
          }),
        );
      },
    );
    sent.on("error", (error: NodeJS.ErrnoException) => {
      // The server let go of a connection that had rested: a browser asks again.
      if (error.code === "ECONNRESET" && sent.reusedSocket) done(askServer(url, asked));
      else fail(error);
    });
    sent.end(body);
  });
}

/** Whom a change is by, and where. */
export interface Sender {
  readonly origin: string;
  /** A session's cookie, or a token. */
  readonly headers: Readonly<Record<string, string>>;
}

/** Changes something as a screen does. */
export function sendCommand({ origin, headers }: Sender, name: string, input: object): Promise<Answered> {
  return askServer(`${origin}/api/v1/commands/${name}`, {
    method: "POST",
    headers: { ...headers, "content-type": "application/json", "idempotency-key": randomUUID(), origin },
    body: JSON.stringify(input),
    read: true,
  });
}
