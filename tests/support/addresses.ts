import { readdirSync, readFileSync } from "node:fs";
import { join, relative } from "node:path";

const APP = "app";
const METHODS = ["GET", "POST", "PUT", "PATCH", "DELETE"] as const;

/** What stands in an address in place of an id: of a job, a vehicle, or nothing. */
const parametersOf = (id: string): Readonly<Record<string, string>> => ({
  "[id]": id,
  "[file]": id,
  "[key]": "glow-feed",
  "[command]": "record-note",
  "[table]": "jobs.csv",
});

/** Every address that the folder tree serves, with this id for its parameters. */
export function addresses(file: "page.tsx" | "route.ts", id: string): { path: string; source: string }[] {
  const parameters = parametersOf(id);
  return readdirSync(APP, { recursive: true, encoding: "utf8" })
    .filter((name) => name.split("/").at(-1) === file)
    .map((name) => {
      const parts = relative(APP, join(APP, name)).split("/").slice(0, -1);
      const path = parts.filter((part) => !part.startsWith("(")).map((part) => parameters[part] ?? part);
      return { path: `/${path.join("/")}`, source: readFileSync(join(APP, name), "utf8") };
    });
}

/** Every route of them, with each of its methods. */
export const routesOf = (id: string) =>
  addresses("route.ts", id).flatMap(({ path, source }) =>
    METHODS.filter((method) =>
      new RegExp(`export (async )?function ${method}\\b|export const ${method}\\b`).test(source),
    ).map((method) => ({ path, method })),
  );
