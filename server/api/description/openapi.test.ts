import { readdirSync } from "node:fs";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { describe, expect, test } from "vitest";
import type { Handler } from "@/server/api/call";
import { COMMANDS } from "@/server/commands/registry";
import { CALLS } from "./calls";
import { openApi } from "./openapi";

const API = "app/api/v1";
const METHODS = ["GET", "POST", "PUT", "PATCH", "DELETE"] as const;

/** Every handler that the folder tree serves, by "get /api/v1/jobs/{id}/advice"; but the one for all commands. */
async function handlers(): Promise<ReadonlyMap<string, Handler>> {
  const found = new Map<string, Handler>();
  for (const file of readdirSync(API, { recursive: true, encoding: "utf8" })) {
    if (!file.endsWith("route.ts") || file.startsWith("commands/")) continue;
    const path = `/${join(API, file)}`.replace(/^\/app|\/route\.ts$/g, "").replace(/\[(\w+)\]/g, "{$1}");
    const served = (await import(/* @vite-ignore */ pathToFileURL(join(API, file)).href)) as Record<string, Handler>;
    for (const method of METHODS) {
      const handler = served[method];
      if (handler) found.set(`${method.toLowerCase()} ${path}`, handler);
    }
  }
  return found;
}

describe("the API's description", () => {
  test("holds every route, with the right it asks for and the schema that checks its body", async () => {
    const served = await handlers();
    expect(served.size).toBeGreaterThan(20);
    const described = new Map(CALLS.map((call) => [`${call.method} ${call.path}`, call]));
    expect([...described.keys()].sort()).toEqual([...served.keys()].sort());
    for (const [name, { right, schema }] of served) {
      const call = described.get(name);
      expect([name, right]).toEqual([name, call?.right]);
      // A casebook is checked as it is read, part by part; bytes have no schema.
      if (schema) expect([name, call?.body === schema]).toEqual([name, true]);
      else
        expect([name, call?.body === undefined || call.body === "bytes" || name.endsWith("/casebook")]).toEqual([
          name,
          true,
        ]);
    }
  });

  test("holds every command with its input, and nothing else", () => {
    const paths = Object.keys(openApi.paths).filter((path) => path.startsWith("/api/v1/commands/"));
    expect(paths.sort()).toEqual(COMMANDS.map(({ name }) => `/api/v1/commands/${name}`).sort());
    const note = openApi.paths["/api/v1/commands/record-note"]?.post as {
      requestBody: { content: Record<string, { schema: { required: string[]; properties: object } }> };
    };
    const schema = note.requestBody.content["application/json"]?.schema;
    expect(schema?.required.sort()).toEqual(["jobId", "text", "version"]);
    expect(Object.keys(schema?.properties ?? {})).toContain("minutes");
  });
});
