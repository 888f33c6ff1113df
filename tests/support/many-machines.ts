import { spawn, type ChildProcess } from "node:child_process";
import { chownSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { freePort, portAnswers } from "@/scripts/lib/ports.mjs";
import { APPLICATION_USER } from "./database";

/** A program from the system that runs beside a test, on loopback. */
export interface Beside {
  readonly port: number;
  stop(): Promise<void>;
}

const START_LIMIT_MS = 20_000;

/** A pooler that gives a connection to whoever has a transaction, in front of the tests' cluster. */
export async function startPooler(databaseUrl: string): Promise<Beside & { readonly url: string }> {
  const port = await freePort();
  const { port: databasePort, pathname } = new URL(databaseUrl);
  const { name, password } = APPLICATION_USER;
  const program = await run(port, (folder) => {
    const settings = join(folder, "pgbouncer.ini");
    writeFileSync(
      settings,
      `[databases]
* = host=127.0.0.1 port=${databasePort} user=${name} password='${password}'
[pgbouncer]
listen_addr = 127.0.0.1
listen_port = ${port}
unix_socket_dir =
auth_type = any
pool_mode = transaction
default_pool_size = 6
logfile = ${join(folder, "log")}
`,
    );
    return ["/usr/sbin/pgbouncer", "-q", settings];
  });
  return { ...program, url: `postgres://${name}@127.0.0.1:${port}${pathname}` };
}

/** A proxy in front of several instances, as docs/running.md has it. */
export async function startProxy(ports: readonly number[]): Promise<Beside & { readonly origin: string }> {
  const port = await freePort();
  const program = await run(port, (folder) => {
    const settings = join(folder, "nginx.conf");
    writeFileSync(
      settings,
      `daemon off;
master_process off;
pid ${join(folder, "pid")};
error_log ${join(folder, "log")};
events {}
http {
  access_log off;
  client_body_temp_path ${join(folder, "body")};
  proxy_temp_path ${join(folder, "proxy")};
  fastcgi_temp_path ${join(folder, "fastcgi")};
  uwsgi_temp_path ${join(folder, "uwsgi")};
  scgi_temp_path ${join(folder, "scgi")};
  upstream instances {
${ports.map((each) => `    server 127.0.0.1:${each} max_fails=1 fail_timeout=2s;`).join("\n")}
  }
  server {
    listen 127.0.0.1:${port};
    location / {
      proxy_pass http://instances;
      proxy_http_version 1.1;
      proxy_set_header Connection "";
      proxy_set_header Host $http_host;
      proxy_set_header X-Forwarded-Proto $scheme;
      proxy_set_header X-Forwarded-For $proxy_add_x_forwarded_for;
      proxy_buffering off;
      proxy_read_timeout 1h;
      client_max_body_size 512m;
    }
  }
}
`,
    );
    return ["/usr/sbin/nginx", "-c", settings, "-p", folder];
  });
  return { ...program, origin: `http://127.0.0.1:${port}` };
}

/** Starts a program that serves a port; as root it runs as user postgres, since some refuse to be root. */
async function run(port: number, write: (folder: string) => readonly string[]): Promise<Beside> {
  const folder = mkdtempSync(join(tmpdir(), "beside-"));
  const [program = "", ...args] = write(folder);
  const isRoot = process.getuid?.() === 0;
  if (isRoot) giveAway(folder);
  const drop = ["--reuid=postgres", "--regid=postgres", "--init-groups", program, ...args];
  const child: ChildProcess = isRoot
    ? spawn("setpriv", drop, { cwd: "/", stdio: "ignore" })
    : spawn(program, args, { cwd: "/", stdio: "ignore" });
  const ended = new Promise<void>((done) => child.once("exit", () => done()));
  const answers = await Promise.race([portAnswers(port, START_LIMIT_MS), ended.then(() => false)]);
  if (!answers) throw new Error(`${program} does not serve: ${readLog(folder)}`);
  return {
    port,
    async stop() {
      child.kill("SIGTERM");
      const patience = setTimeout(() => child.kill("SIGKILL"), 2000);
      await ended;
      clearTimeout(patience);
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

function giveAway(folder: string): void {
  const line = readFileSync("/etc/passwd", "utf8")
    .split("\n")
    .find((entry) => entry.startsWith("postgres:"));
  const [, , uid, gid] = (line ?? "").split(":");
  mkdirSync(folder, { recursive: true });
  chownSync(folder, Number(uid), Number(gid));
}

function readLog(folder: string): string {
  try {
    return readFileSync(join(folder, "log"), "utf8").slice(-500);
  } catch {
    return "it wrote no log";
  }
}
