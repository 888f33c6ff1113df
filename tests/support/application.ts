import { spawn, type ChildProcess } from "node:child_process";
import { randomUUID } from "node:crypto";
import { afterAll, beforeAll } from "vitest";
import { freePort } from "@/scripts/lib/ports.mjs";
import { keepLongWorkUp } from "@/scripts/lib/worker.mjs";
import { asApplication, createDatabase, EMPTY_TEMPLATE } from "./database";
import { onServer, urlOf } from "./test-cluster";

/** Longer than any start takes: a disk that is busy with another test's writes lets a new cluster wait. */
const START_LIMIT_MS = 150_000;

const BUSY_LIMIT_MS = 60_000;

/** A worker that is killed tells nobody: what it started would go on for ever. */
const ENDS_WITH_ITS_PARENT =
  "data:text/javascript,const parent=process.ppid;setInterval(()=>process.ppid!==parent%26%26process.exit(),1000).unref()";

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
    const args = [
      "--import",
      ENDS_WITH_ITS_PARENT,
      "node_modules/next/dist/bin/next",
      "start",
      "-H",
      "127.0.0.1",
      "-p",
      String(at),
    ];
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

async function alone(template: string) {
  const database = await createDatabase(template);
  const application = await Application.start(database.url);
  const end = async () => {
    await application.stop();
    await database.drop();
  };
  return { origin: application.origin, databaseUrl: database.url, end };
}

// Files of one worker run one after another, in one process.
const kept: typeof globalThis & { deadEndsServed?: Application } = globalThis;

/** So many connections of the application listen: to the book, and to jobs. */
const LISTENING = 2;

/**
 * The application that the files of this worker share, on a fresh copy of a template. It finds another database under the name that it knows, as after a
 * restore: a start takes seconds, and a server that has drawn a page before draws the next one in half the time.
 */
async function servedOn(template: string): Promise<{ readonly origin: string; readonly databaseUrl: string }> {
  const name = `test_served_${process.pid}`;
  await onServer(async (client) => {
    await client.query(`drop database if exists ${name} with (force)`);
    await client.query(`create database ${name} template ${template}`);
  });
  const databaseUrl = urlOf(name);
  const application = (kept.deadEndsServed ??= await Application.start(databaseUrl));
  await waitUntilHealthy(application.origin);
  await untilListening(name);
  return { origin: application.origin, databaseUrl };
}

/** Until then nobody is told of a change as it happens. */
async function untilListening(database: string): Promise<void> {
  await onServer(async (client) => {
    for (const end = Date.now() + START_LIMIT_MS; ;) {
      const { rows } = await client.query<{ n: number }>(
        "select count(*)::integer as n from pg_stat_activity where datname = $1 and application_name = 'dead-ends-live' and query like 'listen %'",
        [database],
      );
      if ((rows[0]?.n ?? 0) >= LISTENING) return;
      if (Date.now() > end) throw new Error(`nobody listens to ${database}`);
      await new Promise((done) => setTimeout(done, 100));
    }
  });
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
    // With a device at hand it is another application.
    const isAlone = process.env.VEHICLE_INTERFACE_URL !== undefined;
    const served = isAlone ? await alone(template) : { ...(await servedOn(template)), end: async () => {} };
    handle.origin = served.origin;
    handle.databaseUrl = served.databaseUrl;
    const worker = beside.longWork ? keepLongWorkUp({ databaseUrl: asApplication(served.databaseUrl) }) : null;
    end = async () => {
      await worker?.stop();
      await served.end();
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
