import { spawn, type ChildProcess } from "node:child_process";
import { randomUUID } from "node:crypto";
import { afterAll, beforeAll } from "vitest";
import { freePort } from "@/scripts/lib/ports.mjs";
import { keepLongWorkUp } from "@/scripts/lib/worker.mjs";
import { asApplication, createDatabase, EMPTY_TEMPLATE } from "./database";

/** Longer than any start takes: a disk that is busy with another test's writes lets a new cluster wait. */
const START_LIMIT_MS = 150_000;

const BUSY_LIMIT_MS = 60_000;

/** The built application, served from a process of its own. */
export class Application {
  private constructor(
    readonly origin: string,
    private readonly process: ChildProcess,
  ) {}

  /** @param pooler the address of the same database behind a pooler */
  static start(databaseUrl: string, pooler?: string): Promise<Application> {
    return Application.on(pooler ?? asApplication(databaseUrl), asApplication(databaseUrl));
  }

  /** @param direct the address of the same database without a pooler */
  static async on(url: string, direct: string = url): Promise<Application> {
    const at = await freePort();
    const args = ["node_modules/next/dist/bin/next", "start", "-H", "127.0.0.1", "-p", String(at)];
    const env = {
      ...process.env,
      DATABASE_URL: url,
      DATABASE_DIRECT_URL: direct,
      NODE_ENV: "production" as const,
      NEXT_TELEMETRY_DISABLED: "1",
    };
    const child = spawn(process.execPath, args, {
      env,
      stdio: process.env.SHOW_LOG ? ["ignore", "ignore", "inherit"] : "ignore",
    });
    const application = new Application(`http://127.0.0.1:${at}`, child);
    await waitUntilHealthy(application.origin);
    return application;
  }

  /** As a machine that loses its power. */
  kill(): void {
    this.process.kill("SIGKILL");
  }

  async stop(): Promise<void> {
    if (this.process.exitCode !== null || this.process.signalCode !== null) return;
    const ended = new Promise((done) => this.process.once("exit", done));
    this.process.kill("SIGTERM");
    // A browser keeps its connections open, and the server waits for them.
    const patience = setTimeout(() => this.process.kill("SIGKILL"), 2000);
    await ended;
    clearTimeout(patience);
  }
}

/** @throws Error where nothing healthy answers in time */
export async function waitUntilHealthy(origin: string): Promise<void> {
  const end = Date.now() + START_LIMIT_MS;
  while (Date.now() < end) {
    const healthy = await fetch(`${origin}/api/v1/health`).then(
      ({ ok }) => ok,
      () => false,
    );
    if (healthy) return;
    await new Promise((done) => setTimeout(done, 150));
  }
  throw new Error(`nothing healthy at ${origin}`);
}

/**
 * Gives the tests of a file the application on a database of its own.
 * @param beside `longWork`: with the process that does long work, as the start command starts it
 */
export function givenApplication(
  template: string = EMPTY_TEMPLATE,
  beside: { readonly longWork?: true } = {},
): {
  readonly origin: string;
  readonly databaseUrl: string;
} {
  const handle = { origin: "", databaseUrl: "" };
  let end = async () => {};
  beforeAll(async () => {
    const database = await createDatabase(template);
    const application = await Application.start(database.url);
    handle.origin = application.origin;
    handle.databaseUrl = database.url;
    const worker = beside.longWork ? keepLongWorkUp({ databaseUrl: asApplication(database.url) }) : null;
    end = async () => {
      worker?.stop();
      await application.stop();
      await database.drop();
    };
  });
  afterAll(() => end());
  return handle;
}

/** A client without a browser: a cookie, or a token, or nobody. */
export class Client {
  constructor(
    readonly origin: string,
    readonly headers: Readonly<Record<string, string>> = {},
  ) {}

  static async signedIn(origin: string, name: string, passphrase: string): Promise<Client> {
    const nobody = new Client(origin);
    for (const end = Date.now() + BUSY_LIMIT_MS; ;) {
      const response = await nobody.post("/api/v1/session", { name, passphrase });
      if (response.ok) return Client.of(origin, response);
      // "Try again in a moment": as a person would, on a machine whose disk is busy.
      if (response.status !== 503 || Date.now() > end)
        throw new Error(`could not sign in: ${response.status} ${await response.text()}`);
      await new Promise((done) => setTimeout(done, 500));
    }
  }

  /** Who a sign-in's answer says that we are now. */
  static of(origin: string, response: Response): Client {
    const cookie = response.headers.getSetCookie().map((each) => each.split(";")[0] ?? "");
    return new Client(origin, { cookie: cookie.join("; ") });
  }

  get(path: string, headers: Record<string, string> = {}): Promise<Response> {
    return fetch(this.origin + path, { headers: { ...this.headers, ...headers }, redirect: "manual" });
  }

  post(path: string, body: unknown, headers: Record<string, string> = {}): Promise<Response> {
    return this.raw(path, JSON.stringify(body), headers);
  }

  raw(path: string, body: BodyInit, headers: Record<string, string> = {}, method = "POST"): Promise<Response> {
    const sent = { "content-type": "application/json", ...this.headers, ...headers };
    return fetch(this.origin + path, { method, headers: sent, body, redirect: "manual" });
  }

  command(name: string, input: unknown, id: string = randomUUID()): Promise<Response> {
    return this.post(`/api/v1/commands/${name}`, input, { "idempotency-key": id });
  }
}
