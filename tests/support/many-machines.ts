import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { freePort } from "@/scripts/lib/ports.mjs";
import { startBeside, type Beside } from "./beside";
import { APPLICATION_USER } from "./database";

/** A pooler that gives a connection to whoever has a transaction, in front of the tests' cluster. */
export async function startPooler(databaseUrl: string): Promise<Beside & { readonly url: string }> {
  const port = await freePort();
  const { port: databasePort, pathname } = new URL(databaseUrl);
  const { name, password } = APPLICATION_USER;
  const program = await startBeside(port, (folder) => {
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
  const program = await startBeside(port, (folder) => {
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
